import { rulesOf, limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedPicture, cellPlace } from '../looked-at';

/** Pictures that are not in the office, and rasters that print too coarse. */
export const pictures: Check<LookedPicture> = {
  codes: ['picture missing', 'picture too coarse'],
  look(at) {
    const { hash, known, dpi } = at;
    if (!known) return [noticed('picture missing', { hash }, cellPlace(at))];
    const { filling } = at.context;
    const least = limitsOf(rulesOf(filling.facts, filling.document.unit), 'picture too coarse').dpi;
    return dpi !== undefined && dpi < least - 0.5
      ? [noticed('picture too coarse', { dpi: Math.round(dpi), least }, cellPlace(at))]
      : [];
  },
};
