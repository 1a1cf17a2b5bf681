import { type Outcome, refuse } from '../refusal';

/** How a file writes numbers and dates, as far as that is known. */
export interface WritingHabits {
  decimalMark?: '.' | ',';
  /** What stands first in 02/06/2026. */
  slashDates?: 'day' | 'month';
}

/** A written number in its parts. */
interface Written {
  sign: string;
  digits: string;
  exponent: string;
  unit: string | undefined;
  /** Of 1/2 or 1 1/2. */
  fraction?: { whole: string; above: string; below: string };
}

const FRACTION = /^([+-]?)\s*(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)\s*([^\d\s].*)?$/;
const DECIMAL = /^([+-]?)\s*(\d[\d.,]*|[.,]\d+)(?:e([+-]?\d{1,3}))?\s*([^\d\s.,].*)?$/i;

/** The parts of a written number: typographic minuses are minuses, spaces between numerals part groups. */
function partsOf(text: string): Written | undefined {
  const plain = text.trim().replace(/[\u2212\u2012\u2013]/g, '-');
  const fraction = FRACTION.exec(plain);
  if (fraction) {
    const [, sign = '', whole = '0', above = '', below = '', unit] = fraction;
    return { sign, digits: '', exponent: '', unit: unit?.trim(), fraction: { whole, above, below } };
  }
  const decimal = DECIMAL.exec(plain.replace(/(\d)[\s\u00A0\u2009\u202F](?=\d{3}(?!\d))/g, '$1'));
  if (!decimal) return undefined;
  const [, sign = '', digits = '', exponent = '0', unit] = decimal;
  return { sign, digits, exponent, unit: unit?.trim() };
}

/** Which mark the numerals say is the decimal one: none, since there is no mark or either could be; or that they are no number. */
function markOf(digits: string): '.' | ',' | 'none' | 'either' | 'wrong' {
  const marks = digits.match(/[.,]/g) ?? [];
  if (marks.length === 0) return 'none';
  const last = marks.at(-1) as '.' | ',';
  const other = last === '.' ? ',' : '.';
  const grouped = (mark: string, decimals: string) =>
    new RegExp(`^\\d{1,3}(?:\\${mark}\\d{3})+${decimals}$`).test(digits);
  if (new Set(marks).size === 2) return grouped(other, `\\${last}\\d*`) ? last : 'wrong';
  if (marks.length > 1) return grouped(last, '') ? other : 'wrong';
  return /^[1-9]\d{0,2}[.,]\d{3}$/.test(digits) ? 'either' : last;
}

/** Whether a text is a number that can be read in two ways: 1,250. */
export const isDoubtfulNumber = (text: string): boolean => markOf(partsOf(text)?.digits ?? '') === 'either';

/** The decimal mark that a written number shows; undefined when it shows none, or could have either. */
export function decimalMarkIn(text: string): '.' | ',' | undefined {
  const mark = markOf(partsOf(text)?.digits ?? '');
  return mark === '.' || mark === ',' ? mark : undefined;
}

/**
 * Reads a number as files and people write it: `12.5`, `.5`, `1 250,5 kg`, `1/2 in`, `1e3`, `−3`. One that can be read in two ways is
 * refused unless the decimal mark is known.
 *
 * @returns the number and what stands behind it
 */
export function readNumber(text: string, { decimalMark }: WritingHabits): Outcome<{ value: number; unit?: string }> {
  const written = partsOf(text);
  if (!written) return refuse(`“${text}” is not a number.`);
  const { sign, digits, exponent, fraction } = written;
  const unit = written.unit === undefined ? {} : { unit: written.unit };
  if (fraction) {
    const { whole, above, below } = fraction;
    if (Number(below) === 0) return refuse(`“${text}” divides by zero.`);
    return { ok: true, value: Number(`${sign}1`) * (Number(whole) + Number(above) / Number(below)), ...unit };
  }
  const shows = markOf(digits);
  if (shows === 'wrong') return refuse(`“${text}” is not a number: its marks do not part groups of three.`);
  if (shows === 'either' && decimalMark === undefined)
    return refuse(`“${text}” can be read in two ways: say which is the decimal mark.`);
  if ((shows === '.' || shows === ',') && decimalMark !== undefined && shows !== decimalMark)
    return refuse(`“${text}” has another decimal mark than its file.`);
  const mark = shows === 'either' ? decimalMark! : shows === 'none' ? '.' : shows;
  const plain = digits.replaceAll(mark === '.' ? ',' : '.', '').replace(mark, '.');
  const value = Number(`${sign}${plain}e${exponent}`);
  return Number.isFinite(value) ? { ok: true, value, ...unit } : refuse(`“${text}” is not a number.`);
}

const SLASHED = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/;

/** What stands first in a date with slashes; undefined when it could be either. */
export function dateOrderIn(text: string): 'day' | 'month' | 'either' | undefined {
  const [, first, second] = SLASHED.exec(text.trim()) ?? [];
  if (first === undefined) return undefined;
  if (Number(first) > 12) return 'day';
  return Number(second) > 12 ? 'month' : 'either';
}
