import { type Outcome, refuse } from '../refusal';

/** Lengths closer than this (mm) are the same length. The one tolerance of the whole core. */
export const TOLERANCE = 1e-4;

/** 1 inch in mm, exactly. */
export const MM_PER_INCH = 25.4;

export type LengthUnit = 'mm' | 'in';

/** Rounds a length to 1e-6 mm, as every edit does, so that sums of tracks do not drift. */
export function roundLength(mm: number): number {
  const rounded = Math.round(mm * 1e6) / 1e6;
  return rounded === 0 ? 0 : rounded;
}

const NUMBER = String.raw`(?:\d+(?:[.,]\d*)?|[.,]\d+)`;
const TYPED_LENGTH = new RegExp(
  String.raw`^([+-]?)\s*(?:(\d+)\s+)?(?:(\d+)\s*/\s*(\d+)|(${NUMBER}))\s*(mm|in|inch|"|)$`,
  'i',
);

/**
 * Reads a length as a person types it: `12`, `12 mm`, `0.5 in`, `1/2 in`, `1 1/2 in`; decimal point or comma.
 * A number without a unit is in `unit`. Returns mm, and for inches the entered form, which is kept for display.
 */
export function parseLength(text: string, unit: LengthUnit): Outcome<{ mm: number; entered?: string }> {
  const trimmed = text.trim();
  const match = TYPED_LENGTH.exec(trimmed);
  const example = unit === 'in' ? '0.5, 1/2 in or 12 mm' : '12, 12 mm or 1/2 in';
  if (!match) return refuse(`“${trimmed}” is not a length. Type for example ${example}.`);
  const [, sign, whole, numerator, denominator, decimal, suffix] = match;
  if (whole && decimal) return refuse(`“${trimmed}” is not a length. Type for example ${example}.`);
  let size: number;
  if (denominator !== undefined) {
    if (Number(denominator) === 0) return refuse(`“${trimmed}” divides by zero.`);
    size = Number(whole ?? 0) + Number(numerator) / Number(denominator);
  } else {
    size = Number(decimal!.replace(',', '.'));
  }
  if (sign === '-') size = -size;
  const inInches = suffix ? suffix.toLowerCase() !== 'mm' : unit === 'in';
  if (!inInches) return { ok: true, mm: roundLength(size) };
  const entered = suffix ? trimmed.replace(/\s*(in|inch|")$/i, ' in') : `${trimmed} in`;
  return { ok: true, mm: roundLength(size * MM_PER_INCH), entered };
}

/** Writes a number with at most `decimals` decimals and no trailing zeros. */
export function trimNumber(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const trimmed = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text;
  return trimmed === '-0' ? '0' : trimmed;
}

/** A length for display in the sheet's unit, without the unit's name: mm to 3 decimals, inches to 4. */
export function formatLength(mm: number, unit: LengthUnit): string {
  return unit === 'in' ? trimNumber(mm / MM_PER_INCH, 4) : trimNumber(mm, 3);
}
