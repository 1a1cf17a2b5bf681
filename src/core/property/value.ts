import { z } from 'zod';

/** A number with the unit it was given in. */
export const Measure = z.object({ value: z.number(), unit: z.string().min(1).max(12) });
export type Measure = z.infer<typeof Measure>;

/** A datum as a model, a drawing or the office gives it. Dates are texts YYYY-MM-DD. */
export const Value = z.union([z.string().max(2000), z.number(), z.boolean(), Measure]);
export type Value = z.infer<typeof Value>;

/** Data by property id; those of a model, as it stands in its file, by the names that the model gives them. */
export const Values = z.record(z.string().min(1).max(120), Value);
export type Values = z.infer<typeof Values>;

/** A unit does not begin with a digit or a sign: 2026-06-02 is a date, and no number. */
const NUMBER_WITH_UNIT = /^\s*([+-]?\d+(?:[.,]\d+)?)(?:\s*([^\s\d+\-.,:/]\S*))?\s*$/;

/** Reads a number, with or without a unit, from any value; undefined when it is none. */
export function asMeasure(value: Value): { value: number; unit?: string } | undefined {
  if (typeof value === 'number') return { value };
  if (typeof value === 'object') return value;
  if (typeof value !== 'string') return undefined;
  const match = NUMBER_WITH_UNIT.exec(value);
  if (!match) return undefined;
  return { value: Number(match[1]!.replace(',', '.')), ...(match[2] && { unit: match[2] }) };
}

/** A value as a person would type it, for lists and editing. */
export function valueText(value: Value): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'object' ? `${value.value} ${value.unit}` : String(value);
}
