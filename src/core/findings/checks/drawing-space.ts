import { contains } from '../../geometry/box';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Blocks that leave the drawing space. */
export const drawingSpace: Check<LookedSheet> = {
  codes: ['block outside'],
  look: ({ laid, space, size }) =>
    laid
      .filter(({ box }) => !contains(space, box))
      .map(({ block, box: { width, height } }) =>
        noticed(
          'block outside',
          { width, height, size, spaceWidth: space.width, spaceHeight: space.height },
          blockPlace(block),
        ),
      ),
};
