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
