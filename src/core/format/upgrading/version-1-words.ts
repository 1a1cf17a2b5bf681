import type { PropertyDefinition } from '../../property/definition';

/** An asked value of version 1. */
export interface Asked1 extends Json {
  key: string;
  name: string;
}

/** What the parts of a version 1 document are called, which its words went by. */
export interface Names1 {
  properties: readonly PropertyDefinition[];
  asked: readonly Asked1[];
  blocks: readonly { id: string; name: string }[];
  letterings: readonly { id: string; name: string }[];
}

type Json = Record<string, unknown>;

/** What the words of version 1 called the data that ISO 7200 requires. */
const DATA: Record<string, string> = {
  'the identification number': 'drawing-number',
  'the date of issue': 'date-of-issue',
  'the sheet number': 'sheet-number',
  'the title': 'title',
  'the approval person': 'approved-by',
  'the creator': 'created-by',
  'the document type': 'document-type',
};

const DATUM: Record<string, string> = { scale: 'scale', 'sheet size': 'sheet-size', 'sheet number': 'sheet-number' };

interface Reader {
  code: string;
  /** The sentence as version 1 wrote it. */
  sentence: RegExp;
  /** The params of the finding that made it, from what the sentence says. */
  params(groups: string[], names: Names1): Json;
}

const named = (things: readonly { id: string; name: string }[], name: string) =>
  things.find((one) => one.name === name)?.id ?? name;
const asked = (names: Names1, name: string) => names.asked.find((one) => one.name === name)?.key ?? name;
const text = (code: string, sentence: RegExp, more: Json = {}): Reader => ({
  code,
  sentence,
  params: ([said]) => ({ text: said!, ...more }),
});

/**
 * The sentences that version 1 accepted findings by, with the params that they were made from. What they did not say, such as
 * the whole of a text that was shortened, cannot be found again: such a finding is told once more.
 */
const READERS: Reader[] = [
  {
    code: 'required data missing',
    sentence: /^The title block lacks (.+), which ISO 7200 requires\.$/,
    params: ([datum]) => ({ datum: DATA[datum!] ?? datum }),
  },
  {
    code: 'little clear area',
    sentence: /^The largest clear rectangle is (\d+) % of the drawing space; (\d+) % is wanted for views\.$/,
    params: ([percent, wanted]) => ({ percent: Number(percent), wanted: Number(wanted) }),
  },
  { code: 'nothing behind a caption', sentence: /its caption has nothing behind it\.$/, params: () => ({}) },
  {
    code: 'sheet data as fixed text',
    sentence: /: the (scale|sheet size|sheet number) “(.*)” is fixed text/,
    params: ([datum, said]) => ({ datum: DATUM[datum!], text: said! }),
  },
  {
    code: 'under the least height',
    sentence: /^Captions in “(.*)” are ([\d.]+) mm high; ([\d.]+) mm is the least\.$/,
    params: ([style, height, least], { letterings }) => ({
      of: 'captions',
      style: named(letterings, style!),
      styleName: style,
      height: Number(height),
      least: Number(least),
    }),
  },
  {
    code: 'under the least height',
    sentence: /: lettered ([\d.]+) mm high; ([\d.]+) mm is the least for values\.$/,
    params: ([height, least]) => ({
      of: 'values',
      style: '',
      styleName: '',
      height: Number(height),
      least: Number(least),
    }),
  },
  {
    code: 'height outside the series',
    sentence: /^The style “(.*)” is ([\d.]+) mm high/,
    params: ([style, height], { letterings }) => ({
      style: named(letterings, style!),
      styleName: style,
      height: Number(height),
    }),
  },
  {
    code: 'line width outside the series',
    sentence: / is ([\d.]+) mm wide, which is not in the series\.$/,
    params: ([width]) => ({ width: Number(width) }),
  },
  {
    code: 'nearly aligned',
    sentence: /^(Upright|Level) lines of “.*” and “(.*)” lie ([\d.]+) mm apart\.$/,
    params: ([lines, other, distance], { blocks }) => ({
      lines: lines!.toLowerCase(),
      other: named(blocks, other!),
      otherName: other,
      distance: Number(distance),
    }),
  },
  {
    code: 'block on another',
    sentence: /: lies on “(.*)”\.$/,
    params: ([other], { blocks }) => ({ other: named(blocks, other!), otherName: other }),
  },
  {
    code: 'block outside',
    sentence: /: ([\d.]+) × ([\d.]+) mm does not lie within the drawing space of (.*), ([\d.]+) × ([\d.]+) mm\.$/,
    params: ([width, height, size, spaceWidth, spaceHeight]) => ({
      width: Number(width),
      height: Number(height),
      size,
      spaceWidth: Number(spaceWidth),
      spaceHeight: Number(spaceHeight),
    }),
  },
  {
    code: 'one property under two captions',
    sentence: /^“(.*)” stands under (.*) and under (.*?)(?: and (\d+) more)?\.$/,
    params: ([name, first, second, more], { properties, asked: all }) => ({
      property:
        named(properties, name!) === name
          ? (all.find((one) => one.name === name)?.key ?? name)
          : named(properties, name!),
      name,
      first,
      second,
      more: Number(more ?? 0),
    }),
  },
  {
    code: 'asked twice',
    sentence: /^“(.*)” is asked for twice\./,
    params: ([name], { asked: all }) => ({ key: all.findLast((one) => one.name === name)?.key ?? name, name }),
  },
  {
    code: 'asked out of order',
    sentence: /^“(.*)” is asked for in another order/,
    params: ([name], names) => ({ key: asked(names, name!), name }),
  },
  {
    code: 'revision asked for',
    sentence: /^“(.*)” is asked for, but it follows/,
    params: ([name]) => ({ name }),
  },
  {
    code: 'revisions disagree',
    sentence: /^The model is at revision (.*), the drawing at (.*)\.$/,
    params: ([model, drawing]) => ({ model, drawing }),
  },
  {
    code: 'checked by the drafter',
    sentence: /^(.*) has checked a drawing of their own\.$/,
    params: ([person]) => ({ person }),
  },
  { code: 'mass is zero', sentence: /^The mass of (.*) is zero\.$/, params: ([model]) => ({ model }) },
  {
    code: 'no value',
    sentence: /“([^”]*)” has no value/,
    params: ([name], { properties }) => ({ property: named(properties, name!), name }),
  },
  {
    code: 'picture too coarse',
    sentence: /prints at (\d+) dots per inch; it needs (\d+)\.$/,
    params: ([dpi, least]) => ({ dpi: Number(dpi), least: Number(least) }),
  },
  {
    code: 'no general tolerances',
    sentence: /: “(.*)” names no class of ISO 2768/,
    params: ([stated]) => ({ stated }),
  },
  {
    code: 'no general tolerances',
    sentence: /the drafting profile states no general tolerance\.$/,
    params: () => ({}),
  },
  text('small letters', /: “(.*)” has small letters/),
  text('caption too long', /: its caption “(.*)” needs/, { needs: 0, has: 0 }),
  text('text overflows', /: “(.*)” is [\d.]+ mm too (?:long|high)/, { excess: 0, way: 'long', steps: [] }),
  text('text squeezed', /: “(.*)” is squeezed to/, { steps: [] }),
  text('text wrapped', /: “(.*)” is wrapped to/, { steps: [] }),
  text('text stepped down', /: “(.*)” is stepped down to/, { steps: [] }),
];

/** An acceptance of version 1 as one of version 2: the params that make its cause are read from its sentence. */
export function acceptanceFromWords(accepted: Json, names: Names1): Json {
  const { code, block, cell, words, reason } = accepted;
  const place = { ...(block !== undefined && { block }), ...(cell !== undefined && { cell }) };
  for (const reader of READERS) {
    const match = reader.code === code && typeof words === 'string' ? reader.sentence.exec(words) : null;
    if (match) return { code, place, params: reader.params(match.slice(1), names), reason };
  }
  return { code, place, params: {}, reason };
}
