import { format, isValid, parse, parseISO } from 'date-fns';
import { z } from 'zod';
import { STANDARD_SIZES } from '../sheet/sizes';

/** The forms in which an office types and reads days, as Unicode date patterns; they are kept as ISO 8601 has them. */
export const DATE_FORMS = ['yyyy-MM-dd', 'dd.MM.yyyy', 'dd/MM/yyyy', 'MM/dd/yyyy'] as const;
export type DateForm = (typeof DATE_FORMS)[number];

const isStandard = (id: string) => STANDARD_SIZES.some((size) => size.id === id);

/** How an office begins its formats and writes its days. */
export const Habits = z.object({
  /** As ISO 639 codes it. */
  language: z.string().regex(/^[a-z]{2}$/, 'a language has two small letters, such as en'),
  decimalMark: z.enum([',', '.']),
  unit: z.enum(['mm', 'in']),
  standard: z.enum(['iso', 'asme']),
  /** Standard sizes of a new format; the first is its main one. */
  sizes: z.array(z.string().refine(isStandard, 'is no standard size')).min(1, 'choose one size or more').max(20),
  dateForm: z.enum(DATE_FORMS),
});
export type Habits = z.infer<typeof Habits>;

/** Those of an office that has not said any. */
export const USUAL_HABITS: Habits = {
  language: 'en',
  decimalMark: ',',
  unit: 'mm',
  standard: 'iso',
  sizes: ['iso-a3-landscape', 'iso-a4-portrait', 'iso-a2-landscape', 'iso-a1-landscape', 'iso-a0-landscape'],
  dateForm: 'yyyy-MM-dd',
};

/** A day, YYYY-MM-DD, in the office's form; a text that is none stays as it is. */
export function dayInForm(day: string, form: DateForm): string {
  const date = parseISO(day);
  return /^\d{4}-\d{2}-\d{2}$/.test(day) && isValid(date) ? format(date, form) : day;
}

/** A day that was typed in the office's form, or as YYYY-MM-DD, as YYYY-MM-DD; a text that is neither stays as it is. */
export function dayFrom(text: string, form: DateForm): string {
  const typed = text.trim();
  const date = parse(typed, form, new Date(2000, 0, 1));
  // Years of two or three numerals are not finished.
  return isValid(date) && date.getFullYear() > 999 && form !== 'yyyy-MM-dd' ? format(date, 'yyyy-MM-dd') : typed;
}
