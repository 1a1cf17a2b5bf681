import { LEAST_DPI } from '../../picture/picture';
import { isCoarse } from '../../scene/picture-scene';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedPicture, cellPlace } from '../looked-at';

/** Pictures that are not in the office, and rasters that print too coarse. */
export const pictures: Check<LookedPicture> = {
  codes: ['picture missing', 'picture too coarse'],
  look(at) {
    const { hash, known, dpi } = at;
    if (!known) return [noticed('picture missing', { hash }, cellPlace(at))];
    return isCoarse(dpi)
      ? [noticed('picture too coarse', { dpi: Math.round(dpi), least: LEAST_DPI }, cellPlace(at))]
      : [];
  },
};
