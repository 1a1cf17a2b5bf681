import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** The largest clear rectangle against the least share of the drawing space that is wanted for views. */
export const clearArea: Check<LookedSheet> = {
  codes: ['little clear area'],
  look({ space, largestClear, rules }) {
    const wanted = limitsOf(rules, 'little clear area').share;
    const percent = ((largestClear.width * largestClear.height) / (space.width * space.height)) * 100;
    if (percent >= wanted) return [];
    return [noticed('little clear area', { percent: Math.round(percent), wanted: Math.round(wanted) }, {})];
  },
};
