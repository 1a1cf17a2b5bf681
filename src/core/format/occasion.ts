import type { ModelKind } from '../property/facts';
import type { Condition } from './document';

/** Which sheet is being made: what conditions are held against. */
export interface Occasion {
  sizeId: string;
  first: boolean;
  /** Absent when the sheet is filled from no model; then conditions on the kind of model do not restrict. */
  kind?: ModelKind;
}

/** Whether a condition admits a size. */
export const isOnSize = ({ sizes, notSizes }: Condition, sizeId: string): boolean =>
  (sizes?.includes(sizeId) ?? true) && !notSizes?.includes(sizeId);

/**
 * A condition that admits just those sizes of a family.
 *
 * @param added whether it admits sizes that are added to the family later
 */
export function onSizes(
  { sizes: _, notSizes: __, ...rest }: Condition,
  chosen: readonly string[],
  family: readonly { id: string }[],
  added: boolean,
): Condition {
  const ids = family.map(({ id }) => id);
  const left = ids.filter((id) => !chosen.includes(id));
  if (left.length === 0 && added) return rest;
  return added ? { ...rest, notSizes: left } : { ...rest, sizes: ids.filter((id) => chosen.includes(id)) };
}

/** Whether a condition admits sizes that are added to the family later. */
export const isOnAdded = ({ sizes }: Condition): boolean => sizes === undefined;

/** True when a condition admits the occasion. */
export function applies(condition: Condition | undefined, occasion: Occasion): boolean {
  if (!condition) return true;
  if (!isOnSize(condition, occasion.sizeId)) return false;
  if (condition.sheets && (condition.sheets === 'first') !== occasion.first) return false;
  return !condition.kinds || occasion.kind === undefined || condition.kinds === occasion.kind;
}

/** A condition in words, such as `A4 A3, first sheet, parts only`; empty when it restricts nothing. */
export function conditionInWords(
  { sizes, notSizes, sheets, kinds }: Condition,
  family: readonly { id: string; name: string }[],
): string {
  const named = (ids: readonly string[] | undefined) =>
    ids?.map((id) => family.find((size) => size.id === id)?.name ?? id);
  const [names, left] = [named(sizes), named(notSizes)];
  return [
    names && (names.length > 0 ? names.join(' ') : 'no size'),
    left && left.length > 0 && `all but ${left.join(' ')}`,
    sheets && `${sheets} sheet${sheets === 'following' ? 's' : ''}`,
    kinds && `${kinds === 'part' ? 'parts' : 'assemblies'} only`,
  ]
    .filter(Boolean)
    .join(', ');
}
