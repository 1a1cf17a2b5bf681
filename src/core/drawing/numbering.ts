import { z } from 'zod';

/** How the office numbers its drawings: a prefix and a number of at least so many digits; `next` is the next to be given. */
export const NumberingRule = z.object({
  prefix: z
    .string()
    .trim()
    .max(20, 'a prefix has at most 20 characters')
    .regex(/^[^\p{Cc}]*$/u, 'a prefix is one line'),
  digits: z.int('digits are a whole number').min(1, 'a number has at least 1 digit').max(9, 'at most 9 digits'),
  next: z.int('the next number is a whole one').min(1, 'numbers begin at 1').max(999_999_999, 'at most 9 digits'),
});
export type NumberingRule = z.infer<typeof NumberingRule>;

/** The number that a rule gives next: KD-00042. */
export const numberBy = ({ prefix, digits, next }: NumberingRule): string =>
  `${prefix}${String(next).padStart(digits, '0')}`;
