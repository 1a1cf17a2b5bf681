import { type LengthUnit, MM_PER_INCH } from '../geometry/length';
import { type StandardSize, standardSize } from '../sheet/sizes';
import { type Outcome, refuse } from '../refusal';
import { DOCUMENT_VERSION, type FormatDocument, type Line, type SheetSize } from './document';
import type { Length, LengthValue } from './length-value';
import { type PartStyle, readyBlock } from './ready-parts';
import { usualQuestions } from './usual-questions';

export interface StartOptions {
  id: string;
  name: string;
  standard: 'iso' | 'asme';
  /** Standard sizes by id; the first is the main one. */
  sizes: string[];
  zones: boolean;
  titleBlock: 'full' | 'compact' | 'full, compact on A4' | 'none';
  /** The unit in which lengths are typed; absent: the standard's. */
  unit?: LengthUnit;
  /** The language that drawings are proposed to be in, as ISO 639 codes it. */
  language?: string;
  /** Sizes of the office's own, behind the standard ones. */
  own?: { name: string; width: LengthValue; height: LengthValue }[];
  /** How many zones every sheet has; absent: as the standard counts them. */
  zoneCount?: { columns: number; rows: number };
}

const LARGE_INCH = ['asme-d-landscape', 'asme-e-landscape', 'asme-f-landscape'];
const SMALL = ['iso-a4-portrait', 'iso-a4-landscape', 'asme-a-portrait', 'asme-a-landscape'];

/**
 * A new format from a standard: its sizes with their margins, its zones and marks, its lettering and lines, and a title
 * block of a ready arrangement. ISO 5457 and ISO 3098, or ASME Y14.1 and Y14.2.
 */
export function startFromStandard(options: StartOptions, newId: () => string): Outcome<{ document: FormatDocument }> {
  const sizes = options.sizes.map(standardSize);
  const known = sizes.filter((size): size is StandardSize => size !== undefined && size.standard === options.standard);
  if (known.length !== sizes.length)
    return refuse(
      `${options.sizes.find((id) => standardSize(id)?.standard !== options.standard)} is no size of that standard.`,
    );
  if (known.length === 0) return refuse('Choose one size or more.');
  const base = blankFormat({ ...options, unit: options.unit ?? (options.standard === 'asme' ? 'in' : 'mm') }, known);
  const style = partStyle(base);
  const block = (part: 'full' | 'compact', only?: string[]) => ({
    ...readyBlock(part, style, newId),
    condition: only ? { sizes: only } : {},
  });
  const ids = known.map((size) => size.id);
  const small = ids.filter((id) => SMALL.includes(id));
  const large = ids.filter((id) => !SMALL.includes(id));
  const both = options.titleBlock === 'full, compact on A4' && small.length > 0 && large.length > 0;
  const blocks =
    options.titleBlock === 'none'
      ? []
      : both
        ? [block('full', large), block('compact', small)]
        : [
            block(
              options.titleBlock === 'full'
                ? 'full'
                : large.length === 0 || options.titleBlock === 'compact'
                  ? 'compact'
                  : 'full',
            ),
          ];
  const rule = options.zoneCount ? { base: { kind: 'count' as const, ...options.zoneCount } } : base.zones.rule;
  const zones = { ...base.zones, shown: options.zones, rule };
  const own = (options.own ?? []).map((size, i): SheetSize => ({ id: `custom-${i + 1}`, ...size }));
  const all = [...base.sizes, ...own].map(({ name }) => name.toLowerCase());
  const twice = own.find(({ name }) => all.filter((one) => one === name.toLowerCase()).length > 1);
  if (twice) return refuse(`Two sizes are named ${twice.name}. Give one another name.`);
  const asked = usualQuestions(blocks, options.language);
  return { ok: true, document: { ...base, sizes: [...base.sizes, ...own], zones, blocks, asked } };
}

/** A blank format of one A3 sheet: a frame and nothing on it. */
export function startBlank({ id, name }: { id: string; name: string }): FormatDocument {
  const base = blankFormat({ id, name, standard: 'iso', unit: 'mm' }, [standardSize('iso-a3-landscape')!]);
  const { zones, marks } = base;
  return {
    ...base,
    zones: { ...zones, shown: false },
    marks: {
      ...marks,
      centring: { ...marks.centring, shown: false },
      trimming: { ...marks.trimming, shown: false },
      designation: { ...marks.designation, shown: false },
    },
  };
}

/** The style of ready parts in a format: its first lettering styles by height, the frame's ink. */
export function partStyle({ letterings, frame, unit, blocks }: FormatDocument): PartStyle {
  const byHeight = letterings.toSorted((a, b) => a.height - b.height);
  const named = (name: string, fallback: number) =>
    (letterings.find((style) => style.name.toLowerCase() === name) ??
      byHeight.at(Math.min(fallback, byHeight.length - 1)))!.id;
  const lines = blocks[0]?.lines;
  return {
    ink: frame.ink,
    wide: lines?.outline.width ?? (unit === 'in' ? 0.6 : 0.7),
    narrow: lines?.inside.width ?? (unit === 'in' ? 0.3 : 0.35),
    caption: named('caption', 0),
    value: named('value', 1),
    title: named('title', byHeight.length - 1),
    row: 10,
  };
}

function blankFormat(
  { id, name, standard, unit }: { id: string; name: string; standard: 'iso' | 'asme'; unit: 'mm' | 'in' },
  sizes: StandardSize[],
): FormatDocument {
  const inch = standard === 'asme';
  const main = sizes[0]!;
  const length = (mm: number): LengthValue =>
    unit === 'in' ? { mm, entered: `${Number((mm / MM_PER_INCH).toFixed(4))} in` } : mm;
  const margin = (side: keyof StandardSize['margins']): Length => {
    const at = sizes
      .filter((size) => size.margins[side] !== main.margins[side])
      .map((size) => [size.id, length(size.margins[side])]);
    const base = length(main.margins[side]);
    return at.length === 0 ? base : { base, at: Object.fromEntries(at) as Record<string, LengthValue> };
  };
  const line = (width: number, hidden?: boolean): Line => ({
    width,
    ink: 'black',
    type: 'continuous',
    ...(hidden && { hidden }),
  });
  // Zone characters, drawing number and title are some 6 mm on D and larger (ASME Y14.2).
  const tall = Object.fromEntries(sizes.filter(({ id }) => LARGE_INCH.includes(id)).map(({ id }) => [id, 6]));
  const taller = Object.keys(tall).length > 0 && { heights: tall };
  const lettering = (letteringId: string, title: string, height: number, font: string) => ({
    id: letteringId,
    name: title,
    font,
    height,
    letterWidth: 1,
    weight: 'regular' as const,
    slantDeg: 0,
    case: 'as written' as const,
    ink: 'black',
    lineDistance: 1.5,
  });
  const bandFor = (large: string[]): Length =>
    large.length > 0
      ? { base: length(5.08), at: Object.fromEntries(large.map((size) => [size, length(8.89)])) }
      : length(5.08);
  const font = inch ? 'routed-gothic' : 'osifont';
  const rule = (size: StandardSize) =>
    size.zoneCount ? { kind: 'count' as const, ...size.zoneCount } : { kind: 'pitch' as const, pitch: 50, corner: 10 };
  const others = sizes.slice(1).filter((size) => size.zoneCount);
  const everywhere = { top: true, bottom: true, left: true, right: true };
  const a4 = sizes
    .filter((size) => size.name === 'A4')
    .map((size) => [size.id, { top: true, bottom: false, left: false, right: true }]);
  return {
    kind: 'zonograph/format',
    version: DOCUMENT_VERSION,
    id,
    name,
    unit,
    sizes: sizes.map((size): SheetSize => ({
      id: size.id,
      name: size.name,
      width: length(size.width),
      height: length(size.height),
    })),
    mainSize: main.id,
    margins: { left: margin('left'), right: margin('right'), top: margin('top'), bottom: margin('bottom') },
    frame: line(inch ? 0.6 : 0.7),
    zones: {
      shown: true,
      rule: {
        base: rule(main),
        ...(others.length > 0 && { at: Object.fromEntries(others.map((size) => [size.id, rule(size)])) }),
      },
      lettersAlong: 'vertical',
      verticalRuns: inch ? 'up' : 'down',
      horizontalRuns: inch ? 'leftward' : 'rightward',
      omit: ['I', 'O'],
      edges: { base: everywhere, ...(a4.length > 0 && { at: Object.fromEntries(a4) }) },
      band: inch ? bandFor(Object.keys(tall)) : 5,
      border: line(inch ? 0.3 : 0.35, inch),
      ticks: line(inch ? 0.3 : 0.35),
      lettering: 'zone',
    },
    marks: {
      centring: { shown: true, inside: inch ? length(6.35) : 10, line: line(inch ? 0.6 : 0.7) },
      trimming: { shown: !inch, length: 10, width: 5, ink: 'black' },
      designation: { shown: !inch, lettering: 'zone' },
    },
    inks: [{ id: 'black', name: 'Black', colour: '#000000' }],
    letterings: [
      lettering('caption', 'Caption', inch ? 2.5 : 1.8, inch ? 'routed-gothic-narrow' : font),
      lettering('value', 'Value', inch ? 3 : 2.5, font),
      lettering('note', 'Note', 3.5, font),
      { ...lettering('title', 'Title', 5, font), ...taller },
      { ...lettering('zone', 'Zone', 3.5, font), ...taller },
    ],
    asked: [],
    blocks: [],
  };
}
