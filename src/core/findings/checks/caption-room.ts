import { TOLERANCE } from '../../geometry/length';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedCaption, cellPlace } from '../looked-at';

/** A caption that is wider than its cell. */
export const captionRoom: Check<LookedCaption> = {
  codes: ['caption too long'],
  look(at) {
    const { text, width, available, context } = at;
    if (width <= available + TOLERANCE / 100) return [];
    const has = context.room.width;
    return [noticed('caption too long', { text, needs: width + has - available, has }, cellPlace(at))];
  },
};
