import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedTable, blockPlace } from '../looked-at';

/** Rows of a table that have no place on the sheet, and on none after it. */
export const leftRows: Check<LookedTable> = {
  codes: ['rows without a place', 'older rows not shown'],
  look({ block, request: { rows: sample }, left, goesOn }) {
    if (left === 0 || !block.grow || sample === 'full') return [];
    if (block.grow.whenFull === 'newest only')
      return [noticed('older rows not shown', { rows: left }, blockPlace(block))];
    if (goesOn) return [];
    return [noticed('rows without a place', { rows: left }, blockPlace(block))];
  },
};
