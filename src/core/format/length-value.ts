import { trimNumber } from '../geometry/length';
import { z } from 'zod';
import { MOST } from './bounds';

/** A length in mm; one that was typed in inch keeps its entered form for display. */
export type LengthValue = number | { mm: number; entered: string };

/** A length that may differ on some sizes: `base` holds wherever `at` names no exception. */
export type Length = LengthValue | { base: LengthValue; at: Record<string, LengthValue> };

type Bounds = readonly [least: number, most: number];

/** A length value between two bounds, mm. */
export function lengthValueWithin([least, most]: Bounds): z.ZodType<LengthValue> {
  const words = `a length from ${least} to ${most} mm is needed`;
  const mm = z.number(words).min(least, words).max(most, words);
  return z.union([mm, z.object({ mm, entered: z.string().max(24) })], words);
}

/** A length between two bounds on every size, mm. */
export function lengthWithin(bounds: Bounds): z.ZodType<Length> {
  const value = lengthValueWithin(bounds);
  return z.union([value, z.object({ base: value, at: exceptions(value) })]);
}

/** Values of their own on some sizes, by the sizes' ids. */
const exceptions = <T extends z.ZodType>(value: T) =>
  z.record(z.string().max(60), value).refine((at) => Object.keys(at).length <= MOST.sizes, 'has too many exceptions');

/** Anything else that may differ on some sizes. */
export const perSize = <T extends z.ZodType>(value: T) => z.object({ base: value, at: exceptions(value).optional() });
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
