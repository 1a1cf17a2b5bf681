import type { ModelKind } from '../property/facts';
import type { Condition } from './document';

/** Which sheet is being made: what conditions are held against. */
export interface Occasion {
  sizeId: string;
  first: boolean;
  /** Absent when the sheet is filled from no model; then conditions on the kind of model do not restrict. */
  kind?: ModelKind;
}

/** True when a condition admits the occasion. */
export function applies(condition: Condition | undefined, occasion: Occasion): boolean {
  if (!condition) return true;
  if (condition.sizes && !condition.sizes.includes(occasion.sizeId)) return false;
  if (condition.sheets && (condition.sheets === 'first') !== occasion.first) return false;
  return !condition.kinds || occasion.kind === undefined || condition.kinds === occasion.kind;
}

/** A condition in words, such as `A4 A3, first sheet, parts only`; empty when it restricts nothing. */
export function conditionInWords(
  { sizes, sheets, kinds }: Condition,
  family: readonly { id: string; name: string }[],
): string {
  const names = sizes?.map((id) => family.find((size) => size.id === id)?.name ?? id);
  return [
    names && (names.length > 0 ? names.join(' ') : 'no size'),
    sheets && `${sheets} sheet${sheets === 'following' ? 's' : ''}`,
    kinds && `${kinds === 'part' ? 'parts' : 'assemblies'} only`,
  ]
    .filter(Boolean)
    .join(', ');
}
