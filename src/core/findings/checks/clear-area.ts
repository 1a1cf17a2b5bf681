import { asMeasure } from '../../property/value';
import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Least share of the drawing space that should be one clear rectangle, %, where the profile says nothing else. */
const LEAST_CLEAR = 40;

export const clearArea: Check<LookedSheet> = {
  codes: ['little clear area'],
  look({ space, largestClear, facts }) {
    const given = facts.profile?.values[SUPPLIED.leastClearArea];
    const wanted = (given === undefined ? undefined : asMeasure(given)?.value) ?? LEAST_CLEAR;
    const percent = ((largestClear.width * largestClear.height) / (space.width * space.height)) * 100;
    if (percent >= wanted) return [];
    return [noticed('little clear area', { percent: Math.round(percent), wanted: Math.round(wanted) }, {})];
  },
};
