import { trimNumber } from '../geometry/length';
import { z } from 'zod';

const Millimetres = z.number().min(-10000).max(10000);

/** A length in mm; one that was typed in inch keeps its entered form for display. */
export const LengthValue = z.union([Millimetres, z.object({ mm: Millimetres, entered: z.string().max(24) })]);
export type LengthValue = z.infer<typeof LengthValue>;

/** A length that may differ on some sizes: `base` holds wherever `at` names no exception. */
export const Length = z.union([LengthValue, z.object({ base: LengthValue, at: z.record(z.string(), LengthValue) })]);
export type Length = z.infer<typeof Length>;

/** Anything else that may differ on some sizes. */
export const perSize = <T extends z.ZodType>(value: T) =>
  z.object({ base: value, at: z.record(z.string(), value).optional() });
export interface PerSize<T> {
  base: T;
  at?: Record<string, T>;
}

const mmOf = (value: LengthValue): number => (typeof value === 'number' ? value : value.mm);

/** The length's value as stored for a size, with its entered form if it has one. */
export function lengthValueAt(length: Length, sizeId: string): LengthValue {
  if (typeof length === 'object' && 'base' in length) return length.at[sizeId] ?? length.base;
  return length;
}

/** The length in mm that holds on a size. */
export function lengthAt(length: Length, sizeId: string): number {
  return mmOf(lengthValueAt(length, sizeId));
}

/** True when the length has an exception on that size. */
export function hasException(length: Length, sizeId: string): boolean {
  return typeof length === 'object' && 'base' in length && sizeId in length.at;
}

/** Every value the length takes on some size, mm. */
export function everyLength(length: Length): number[] {
  if (typeof length === 'object' && 'base' in length) return [length.base, ...Object.values(length.at)].map(mmOf);
  return [mmOf(length)];
}

/** The values a length takes, in mm: `10`, or `10 or 12` with an exception. */
export const lengthsInWords = (length: Length): string =>
  [...new Set(everyLength(length))].map((value) => trimNumber(value, 2)).join(' or ');

/** The value that holds on a size. */
export function valueAt<T>(value: PerSize<T>, sizeId: string): T {
  return value.at?.[sizeId] ?? value.base;
}

/** The value changed where it holds on a size: its exception there when it has one, else its base. */
export function withValue<T>(value: PerSize<T>, next: T, sizeId: string): PerSize<T> {
  return value.at && sizeId in value.at ? { ...value, at: { ...value.at, [sizeId]: next } } : { ...value, base: next };
}

/** The length with a new value: on every size that has no exception, or, with `sizeId`, as an exception on that size. */
export function withLength(length: Length, value: LengthValue, sizeId?: string): Length {
  const ranged = typeof length === 'object' && 'base' in length;
  if (sizeId === undefined) return ranged ? { base: value, at: length.at } : value;
  return ranged
    ? { base: length.base, at: { ...length.at, [sizeId]: value } }
    : { base: length, at: { [sizeId]: value } };
}

/** The length without its exception on a size: its base value holds there again. */
export function withoutException(length: Length, sizeId: string): Length {
  if (typeof length !== 'object' || !('base' in length)) return length;
  const { [sizeId]: _, ...at } = length.at;
  return Object.keys(at).length === 0 ? length.base : { base: length.base, at };
}
