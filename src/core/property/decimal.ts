import Big from 'big.js';

/** A decimal number, exact to thirty places: what is read as 4.185 is 4.185, and is rounded as one does it by hand. */
const Decimal = Big();
Decimal.DP = 30;
// Halves away from zero, as numbers on drawings are rounded (ISO 80000-1, annex B, rule B).
Decimal.RM = 1;

export type Decimal = Big;

/** The decimal number that a number is written as; undefined for what is none. */
export function decimal(value: number | string): Decimal | undefined {
  try {
    return new Decimal(value);
  } catch {
    return undefined;
  }
}

/**
 * Writes a number with so many decimals at most, or, with `fixed`, with exactly so many: halves away from zero, without an exponent,
 * and zero without a sign.
 */
export function writeDecimal(value: Decimal, decimals: number, fixed: boolean): string {
  const rounded = value.round(decimals);
  const unsigned = rounded.eq(0) ? rounded.abs() : rounded;
  return fixed ? unsigned.toFixed(decimals) : unsigned.toFixed();
}

/** A number as it is written in full, without an exponent. */
export const plainNumber = (value: number): string => decimal(value)?.toFixed() ?? String(value);
