import { format as formatDate, isValid, parseISO } from 'date-fns';
import { z } from 'zod';
import { decimal, plainNumber, writeDecimal } from './decimal';
import { convertExactly, knownUnit } from './units';
import { type Value, asMeasure, valueText } from './value';

/** What a linked value prints when there is no value. */
export const Missing = z.object({
  /** *pen line*: a line to write on by hand. */
  print: z.enum(['nothing', 'dash', 'text', 'pen line']),
  text: z.string().max(60).optional(),
  /** Whether the missing value is reported as a finding. */
  report: z.boolean(),
});
export type Missing = z.infer<typeof Missing>;

/** Prefix and suffix vanish with the value. */
const affixes = { prefix: z.string().max(40).optional(), suffix: z.string().max(40).optional() };

/** How a value is written on the sheet. */
export const DisplayFormat = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('text'), case: z.enum(['as written', 'upper', 'lower']).optional(), ...affixes }),
  z.object({
    kind: z.literal('number'),
    /** Converted to this unit; absent: as given. */
    unit: z.string().max(12).optional(),
    decimals: z.int().min(0).max(8).optional(),
    trailingZeros: z.boolean().optional(),
    /** Groups of three numerals apart by a thin gap, from five numerals on (ISO 80000-1, 7.3.1). */
    thousands: z.boolean().optional(),
    showUnit: z.boolean().optional(),
    ...affixes,
  }),
  z.object({
    kind: z.literal('person'),
    /** `Ines Sundqvist`, `I. SUNDQVIST`, `IS`. */
    form: z.enum(['full', 'initial and surname', 'initials']),
    ...affixes,
  }),
  z.object({
    kind: z.literal('date'),
    /** Unicode date pattern; ISO 7200 writes yyyy-MM-dd. */
    pattern: z.enum(['yyyy-MM-dd', 'dd.MM.yyyy', 'dd/MM/yyyy', 'MM/dd/yyyy', 'd MMM yyyy']),
    ...affixes,
  }),
]);
export type DisplayFormat = z.infer<typeof DisplayFormat>;

/** Why a value cannot be written as its display format asks. */
export const DisplayTrouble = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('not a date'), value: z.string() }),
  z.object({ kind: z.literal('not a number'), value: z.string() }),
  z.object({ kind: z.literal('unknown unit'), unit: z.string() }),
  z.object({
    kind: z.literal('another quantity'),
    from: z.string(),
    fromQuantity: z.string(),
    to: z.string(),
    toQuantity: z.string(),
  }),
]);
export type DisplayTrouble = z.infer<typeof DisplayTrouble>;

/** A value as it is written, or why it cannot be; `vanished`: it is not zero, but is written as zero. */
export type Written = { ok: true; text: string; vanished?: boolean } | { ok: false; trouble: DisplayTrouble };

const cannot = (trouble: DisplayTrouble): Written => ({ ok: false, trouble });

/** What of the surroundings writing depends on. */
export interface Locale {
  decimalMark: ',' | '.';
}

/**
 * Writes a value by a display format.
 *
 * @param unit the unit of a number that was given without one
 * @returns the text, or why the value cannot be written so (no number, wrong quantity, no date)
 */
export function displayValue(value: Value, display: DisplayFormat, locale: Locale, unit?: string): Written {
  const written = write(value, display, locale, unit);
  if (!written.ok || written.text === '') return written;
  return { ...written, text: `${display.prefix ?? ''}${written.text}${display.suffix ?? ''}` };
}

function write(value: Value, display: DisplayFormat, locale: Locale, unit?: string): Written {
  switch (display.kind) {
    case 'text':
      return { ok: true, text: inTextCase(plainText(value, locale), display.case) };
    case 'number':
      return writeNumber(value, display, locale, unit);
    case 'person':
      return { ok: true, text: personIn(display.form, plainText(value, locale).trim()) };
    case 'date': {
      if (value === '') return { ok: true, text: '' };
      // The day as it is written: what stands behind it, a time or a zone, does not move it.
      const date = typeof value === 'string' ? parseISO(value.replace(/^(\d{4}-\d{2}-\d{2})[T ].*$/, '$1')) : undefined;
      if (!date || !isValid(date)) return cannot({ kind: 'not a date', value: valueText(value) });
      return { ok: true, text: formatDate(date, display.pattern) };
    }
  }
}

function plainText(value: Value, locale: Locale): string {
  if (typeof value === 'string' || typeof value === 'boolean') return valueText(value);
  const [number, unit] = typeof value === 'number' ? [value] : [value.value, value.unit];
  const text = plainNumber(number).replace('.', locale.decimalMark);
  return unit === undefined ? text : `${text} ${unit}`;
}

function inTextCase(text: string, letterCase?: 'as written' | 'upper' | 'lower'): string {
  return letterCase === 'upper' ? text.toUpperCase() : letterCase === 'lower' ? text.toLowerCase() : text;
}

/** A person's name in a form; the last word is the surname, and what is joined by a hyphen keeps both initials. */
function personIn(form: 'full' | 'initial and surname' | 'initials', name: string): string {
  const words = name.split(/\s+/).filter(Boolean);
  const initial = (word: string) => [...word][0]!.toUpperCase();
  if (form === 'full' || words.length === 0) return name;
  if (form === 'initials')
    return words
      .flatMap((word) => word.split('-').filter(Boolean))
      .map(initial)
      .join('');
  const surname = words.at(-1)!.toUpperCase();
  return words.length === 1
    ? surname
    : `${words
        .slice(0, -1)
        .map((word) => `${initial(word)}.`)
        .join(' ')} ${surname}`;
}

/** Parts the whole numerals of a number in groups of three, when there are more than four of them. */
function grouped(number: string): string {
  const [, sign, whole, rest] = /^(-?)(\d+)(.*)$/.exec(number)!;
  return whole!.length < 5 ? number : `${sign}${whole!.replace(/\B(?=(\d{3})+$)/g, '\u00A0')}${rest}`;
}

/** How many decimals a number has that is written with as many as there are. */
const MOST_DECIMALS = 6;

function writeNumber(
  value: Value,
  display: Extract<DisplayFormat, { kind: 'number' }>,
  locale: Locale,
  ownUnit?: string,
): Written {
  if (value === '') return { ok: true, text: '' };
  const measure = asMeasure(value);
  if (!measure) return cannot({ kind: 'not a number', value: valueText(value) });
  const from = measure.unit ?? ownUnit;
  const to = display.unit ?? from;
  let size = decimal(measure.value);
  if (!size) return cannot({ kind: 'not a number', value: valueText(value) });
  if (from && to && from !== to) {
    const converted = convertExactly(size, from, to);
    if (converted === undefined) return cannot(cannotConvert(from, to));
    size = converted;
  }
  const { decimals = MOST_DECIMALS, trailingZeros } = display;
  const number = writeDecimal(size, decimals, display.decimals !== undefined && trailingZeros !== false);
  const vanished = !size.eq(0) && /^[0.]+$/.test(number);
  const text = (display.thousands ? grouped(number) : number).replace('.', locale.decimalMark);
  return { ok: true, text: display.showUnit && to ? `${text} ${to}` : text, ...(vanished && { vanished }) };
}

function cannotConvert(from: string, to: string): DisplayTrouble {
  const [a, b] = [knownUnit(from), knownUnit(to)];
  if (!a || !b) return { kind: 'unknown unit', unit: a ? to : from };
  return { kind: 'another quantity', from, fromQuantity: a.quantity, to, toQuantity: b.quantity };
}

/** What is printed in place of a missing value. */
export function missingText(missing: Missing): string {
  return missing.print === 'dash' ? '–' : missing.print !== 'text' ? '' : (missing.text ?? '');
}
