import type { FindingCode } from '../findings/finding';
import { patternTrouble } from '../property/pattern';
import type { LimitValue } from './document';

/** What one limit of a check is: how it is typed, and between which bounds. Lengths in mm. */
export type LimitField =
  | { kind: 'length' | 'percent' | 'count'; words: string; least: number; most: number; nothing?: string }
  | { kind: 'lengths'; words: string; least: number; most: number }
  | { kind: 'texts'; words: string; hint?: string; form?: RegExp }
  | { kind: 'pattern'; words: string; hint: string }
  /** A property of the dictionary; an empty text is none. */
  | { kind: 'property'; words: string }
  | { kind: 'properties'; words: string };

const length = (words: string, least: number, most: number, nothing?: string) =>
  ({ kind: 'length', words, least, most, ...(nothing !== undefined && { nothing }) }) as const;
const percent = (words: string, least: number, most: number, nothing?: string) =>
  ({ kind: 'percent', words, least, most, ...(nothing !== undefined && { nothing }) }) as const;
const count = (words: string, least: number, most: number) => ({ kind: 'count', words, least, most }) as const;
const properties = (words: string) => ({ kind: 'properties', words }) as const;

/** The limits of those checks that have any, by the code of the finding and their own name. */
export const LIMITS = {
  'under the least height': {
    values: length('Least height of values and notes', 0.5, 20),
    captions: length('Least height of captions', 0.5, 20),
  },
  'title or number too small': {
    height: length('Least height of title and drawing number', 0.5, 40),
    from: length('On sheets from this width on', 100, 2000),
  },
  'height outside the series': { series: { kind: 'lengths', words: 'Heights of the series', least: 0.5, most: 40 } },
  'line width outside the series': { series: { kind: 'lengths', words: 'Widths of the series', least: 0.05, most: 5 } },
  'zone characters too large': { clear: length('Least distance from the lines beside them', 0, 5) },
  'nearly aligned': { within: length('Lines that lie nearer than', 0.01, 10) },
  'little clear area': { share: percent('Least share of the drawing space', 0, 100) },
  'sheet mostly empty': { share: percent('Least share of the clear area', 0, 100) },
  'title block too large': {
    width: length('Greatest width', 0, 1200, 'any'),
    share: percent('Greatest share of the drawing space', 0, 100, 'any'),
  },
  'picture too coarse': { dpi: count('Dots per inch at least', 50, 2400) },
  'title without its noun': { nouns: { kind: 'texts', words: 'Nouns that titles begin with' } },
  'title too long': { most: count('Characters at most', 1, 500) },
  'name too long': { most: count('Characters at most', 1, 120) },
  'number against its pattern': {
    pattern: { kind: 'pattern', words: 'Pattern of drawing numbers', hint: '[A-Z]{2}-[0-9]{4}-D[0-9]{2}' },
  },
  'dates out of order': { order: properties('Dates in the order of time') },
  'required data missing': {
    all: properties('Required on every drawing'),
    parts: properties('Required on drawings of parts'),
    assemblies: properties('Required on drawings of assemblies'),
  },
  'data outside the lists': { optional: properties('May stand in a title block beside what is required') },
  'scale outside the series': {
    scales: { kind: 'texts', words: 'Scales of the series', form: /^\d+(?:[.,]\d+)?:\d+(?:[.,]\d+)?$/, hint: '1:2' },
  },
  'old edition of a standard': {
    editions: {
      kind: 'texts',
      words: 'Newest editions',
      hint: 'ISO 7573:2008; ISO 2768-2 → ISO 22081 for one that was replaced',
      form: /^[^:→]+(?::\d{4}|\s*→\s*[^:→]+)$/,
    },
  },
  'confidentiality note not printed': { note: { kind: 'property', words: 'Property of the office that says it' } },
} as const satisfies { [C in FindingCode]?: Record<string, LimitField> };

type Typed<F> = F extends { kind: 'lengths' }
  ? number[]
  : F extends { kind: 'texts' | 'properties' }
    ? string[]
    : F extends { kind: 'pattern' | 'property' }
      ? string
      : number;

export type CodeWithLimits = keyof typeof LIMITS;
export type LimitsOf<C extends CodeWithLimits> = {
  readonly [F in keyof (typeof LIMITS)[C]]: Typed<(typeof LIMITS)[C][F]>;
};
/** All limits of a book. */
export type Limits = { readonly [C in CodeWithLimits]: LimitsOf<C> };

/** The limits of a check by name; none where it has none. */
export const limitFields = (code: string): Readonly<Record<string, LimitField>> =>
  (LIMITS as Readonly<Record<string, Readonly<Record<string, LimitField>>>>)[code] ?? {};

/** Why a value cannot be a limit; undefined when it can. */
export function limitTrouble(field: LimitField, value: LimitValue): string | undefined {
  switch (field.kind) {
    case 'length':
    case 'percent':
    case 'count':
      if (typeof value !== 'number') return `${field.words}: type a number.`;
      if (field.kind === 'count' && !Number.isInteger(value)) return `${field.words}: a whole number.`;
      return within(field, [value]);
    case 'lengths': {
      if (!isList(value) || value.some((one) => typeof one !== 'number')) return `${field.words}: type numbers.`;
      return within(field, value as number[]);
    }
    case 'texts': {
      if (!isList(value)) return `${field.words}: type a list.`;
      const odd = field.form && value.find((one) => !field.form!.test(String(one)));
      return odd === undefined ? undefined : `“${odd}” is not written like this: ${field.hint}.`;
    }
    case 'pattern':
      if (typeof value !== 'string') return `${field.words}: type a pattern.`;
      return value === '' ? undefined : patternTrouble(value);
    case 'property':
      return typeof value === 'string' ? undefined : `${field.words}: choose a property.`;
    case 'properties':
      return isList(value) ? undefined : `${field.words}: choose properties.`;
  }
}

const isList = (value: LimitValue): value is number[] | string[] => Array.isArray(value);

function within({ words, least, most }: { words: string; least: number; most: number }, values: readonly number[]) {
  const out = values.find((value) => !(value >= least && value <= most));
  return out === undefined ? undefined : `${words}: ${least} to ${most}, not ${out}.`;
}
