import type { AskedValue, FormatDocument, Part } from '../format/document';
import { type Lettering, inCase } from '../lettering/style';
import { cleanText } from '../lettering/clean-text';
import { measureLine } from '../lettering/setting';
import { type PropertyDefinition, usualDisplay } from '../property/definition';
import { type DisplayFormat, type DisplayTrouble, type Missing, displayValue, missingText } from '../property/display';
import type { Facts } from '../property/facts';
import { languageOf } from '../property/language';
import { longestCandidates } from '../property/longest';
import { type Trace, resolveProperty } from '../property/resolving';
import { type Value, type Values, valueText } from '../property/value';
import type { Resources, Show } from './resources';

/** A stretch of a paragraph that comes from one part. */
export interface Piece {
  from: number;
  to: number;
  kind: 'fixed' | 'linked' | 'asked';
  /** Name of the property or asked value. */
  tag?: string;
}

export interface Paragraph {
  text: string;
  pieces: Piece[];
}

/** Something wrong with a part: what a check says of it where it stands. */
export type PartProblem =
  | { code: 'unknown property'; property: string }
  | { code: 'no value'; property: string; name: string; from?: string }
  | { code: 'prints as zero'; property: string; name: string; value: string }
  | { code: 'value cannot be written'; property: string; name: string; trouble: DisplayTrouble };

export interface ContentText {
  paragraphs: Paragraph[];
  traces: Trace[];
  problems: PartProblem[];
  /** What of it cannot be lettered as it was given. */
  odd: { leftOut: string[]; rightToLeft?: string };
  /** A missing value leaves a line to write on by hand. */
  penLine: boolean;
}

/** What the parts of a content are filled from. */
export interface Filling {
  document: FormatDocument;
  facts: Facts;
  sheetValues: Values;
  resources: Resources;
  show: Show;
}

const USUAL_MISSING: Missing = { print: 'dash', report: true };
/** Stands where a value cannot be printed because the link or the value is wrong. */
const UNPRINTABLE = '?';

interface Printed {
  text: string;
  trace: Trace;
  tag: string;
  problem?: PartProblem;
  penLine?: boolean;
}

/** Resolves the parts of a content into paragraphs of text, with the trace of every linked and asked value. */
export function contentText(parts: readonly Part[], lettering: Lettering, filling: Filling): ContentText {
  const result: ContentText = {
    paragraphs: [{ text: '', pieces: [] }],
    traces: [],
    problems: [],
    odd: { leftOut: [] },
    penLine: false,
  };
  const append = (text: string, kind: Piece['kind'], tag?: string) => {
    const clean = cleanText(text);
    result.odd.leftOut.push(...clean.leftOut);
    if (clean.rightToLeft) result.odd.rightToLeft ??= clean.text;
    const cased = inCase(clean.text, lettering.case, kind === 'fixed' ? undefined : languageOf(filling.facts));
    cased.split('\n').forEach((line, i) => {
      if (i > 0) result.paragraphs.push({ text: '', pieces: [] });
      const paragraph = result.paragraphs.at(-1)!;
      if (line === '') return;
      const from = paragraph.text.length;
      paragraph.text += line;
      paragraph.pieces.push({ from, to: paragraph.text.length, kind, ...(tag !== undefined && { tag }) });
    });
  };
  for (const part of parts) {
    if (part.kind === 'break') result.paragraphs.push({ text: '', pieces: [] });
    else if (part.kind === 'fixed') append(part.text, 'fixed');
    else {
      const printed =
        part.kind === 'linked' ? printLinked(part, lettering, filling) : printAsked(part.asked, lettering, filling);
      result.traces.push(printed.trace);
      if (printed.problem) result.problems.push(printed.problem);
      if (printed.penLine) result.penLine = true;
      append(printed.text, part.kind, printed.tag);
    }
  }
  return result;
}

function printLinked(part: Extract<Part, { kind: 'linked' }>, lettering: Lettering, filling: Filling): Printed {
  const property = filling.resources.properties.get(part.property);
  if (!property) {
    const isAsked = filling.document.asked.some((asked) => asked.key === part.property);
    if (isAsked) return printAsked(part.property, lettering, filling);
    return {
      text: filling.show === 'blank' ? '' : UNPRINTABLE,
      tag: part.property,
      trace: { property: part.property, name: part.property, source: 'model' },
      problem: { code: 'unknown property', property: part.property },
    };
  }
  const [chosen, found] = firstWithValue(property, part.orElse ?? [], filling);
  const trace = found.value === undefined ? (askedFor(chosen, filling) ?? found) : found;
  const overruled = part.overrulable ? filling.facts.overruled?.[property.id] : undefined;
  return print(
    asItIsAsked(chosen, filling),
    overruled === undefined ? trace : { ...trace, overruledBy: overruled },
    part.display ?? usualDisplay(chosen),
    part.missing ?? USUAL_MISSING,
    lettering,
    filling,
  );
}

/** The first of several properties that has a value, with its trace; the first of all when none has one. */
function firstWithValue(
  property: PropertyDefinition,
  others: readonly string[],
  { facts, sheetValues, resources }: Filling,
): [PropertyDefinition, Trace] {
  const first = resolveProperty(property, facts, sheetValues);
  if (first.value !== undefined) return [property, first];
  for (const id of others) {
    const other = resources.properties.get(id);
    const trace = other && resolveProperty(other, facts, sheetValues);
    if (trace?.value !== undefined) return [other!, trace];
  }
  return [property, first];
}

/** What is asked for a property that nothing gives yet: what the asked cell prints, every cell linked to it prints too. */
function askedFor({ id }: PropertyDefinition, filling: Filling): Trace | undefined {
  const asked = filling.document.asked.find(({ key, property = key }) => property === id);
  return asked && { ...answer(asked, filling), property: id };
}

/** A property with what its question holds answers to, where it is asked for: a cell that is linked to it prints those. */
function asItIsAsked(property: PropertyDefinition, { document }: Filling): PropertyDefinition {
  const asked = document.asked.find(({ key, property: own = key }) => own === property.id);
  if (!asked) return property;
  const { type, length, choices } = asked;
  return { ...property, type, ...(length !== undefined && { length }), ...(choices && { choices }) };
}

function printAsked(key: string, lettering: Lettering, filling: Filling): Printed {
  const asked = filling.document.asked.find((candidate) => candidate.key === key)!;
  const property = askedProperty(asked);
  const trace = { ...answer(asked, filling), source: 'drawing' as const };
  return print(property, trace, asked.display ?? usualDisplay(property), asked.missing, lettering, filling);
}

function askedProperty(asked: AskedValue): PropertyDefinition {
  const { key, name, type, quantity, unit, length, choices } = asked;
  return { id: key, name, type, quantity, unit, length, choices, source: 'drawing', aliases: [] };
}

/** What an asked value prints before or after it is answered: the answer, else its default, else its sample. */
function answer(asked: AskedValue, { facts, sheetValues, resources }: Filling): Trace {
  const trace: Trace = { property: asked.key, name: asked.name, source: 'drawing' };
  const values = facts.drawing?.values ?? {};
  const given = [asked.key, asked.property ?? asked.key]
    .map((key) => values[key])
    .find((value) => value !== undefined && value !== '');
  if (given !== undefined) return { ...trace, from: facts.drawing!.name, value: given };
  if (facts.purpose === 'drawing') return { ...trace, ...(facts.drawing && { from: facts.drawing.name }) };
  const preset = asked.default;
  if (preset === 'today') return { ...trace, value: facts.today, standIn: 'default: today' };
  if (typeof preset === 'object' && 'value' in preset) return { ...trace, value: preset.value, standIn: 'default' };
  if (typeof preset === 'object') {
    const property = resources.properties.get(preset.property);
    const value = property && resolveProperty(property, facts, sheetValues).value;
    if (value !== undefined) return { ...trace, value, standIn: `default: ${property!.name}` };
  }
  return asked.sample === undefined ? trace : { ...trace, value: asked.sample, standIn: 'sample' };
}

function print(
  property: PropertyDefinition,
  trace: Trace,
  display: DisplayFormat,
  missing: Missing,
  lettering: Lettering,
  filling: Filling,
): Printed {
  const { facts, show } = filling;
  const tag = property.name;
  if (show === 'blank') return { text: '', trace, tag };
  if (show === 'names') return { text: property.name, trace, tag };
  if (show === 'longest') {
    const longest = widest(property, display, lettering, filling, trace.value);
    if (longest)
      return { text: longest.text, trace: { ...trace, value: longest.value, standIn: 'longest on record' }, tag };
  }
  const value = trace.overruledBy ?? trace.value;
  if (value === undefined || isBlank(value)) {
    const { id, name } = property;
    return {
      text: missingText(missing),
      trace: { ...trace, standIn: 'missing' },
      tag,
      penLine: missing.print === 'pen line',
      ...(missing.report &&
        isExpected(property, facts) && {
          problem: {
            code: 'no value',
            property: id,
            name,
            ...(trace.from !== undefined && { from: trace.from }),
          } as const,
        }),
    };
  }
  const written = displayValue(value, display, facts.locale, property.unit);
  if (written.ok && !written.vanished) return { text: written.text, trace, tag };
  if (written.ok) {
    const zero = { property: property.id, name: property.name, value: valueText(value) };
    return { text: written.text, trace, tag, problem: { code: 'prints as zero', ...zero } };
  }
  const problem = { property: property.id, name: property.name, trouble: written.trouble };
  return { text: UNPRINTABLE, trace, tag, problem: { code: 'value cannot be written', ...problem } };
}

/** White space alone is no value. */
const isBlank = (value: Value): boolean => typeof value === 'string' && value !== '' && value.trim() === '';

/** Whether a value may be looked for: an assembly, say, need not have a material if the dictionary asks it of parts only. */
function isExpected(property: PropertyDefinition, { model }: Facts): boolean {
  return !property.mustHave || !model || property.source !== 'model' || property.mustHave[model.kind];
}

/** The longest on record of a property as it would be written: the widest on paper in this lettering. */
function widest(
  property: PropertyDefinition,
  display: DisplayFormat,
  lettering: Lettering,
  { facts, resources }: Filling,
  present: Value | undefined,
): { value: Value; text: string } | undefined {
  let best: { value: Value; text: string; width: number } | undefined;
  const seen = resources.seen.get(property.id) ?? [];
  const candidates = longestCandidates(property, present === undefined ? seen : [present, ...seen]);
  for (const value of present === undefined ? candidates : [present, ...candidates]) {
    const written = displayValue(value, display, facts.locale, property.unit);
    if (!written.ok) continue;
    const text = inCase(written.text, lettering.case);
    const width = measureLine(text, lettering.font, lettering.height, resources.fonts);
    if (!best || width > best.width) best = { value, text: written.text, width };
  }
  return best;
}
