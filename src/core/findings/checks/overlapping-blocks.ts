import { overlaps } from '../../geometry/box';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Blocks that lie on one another; each pair is told once. */
export const overlappingBlocks: Check<LookedSheet> = {
  codes: ['block on another'],
  look: ({ laid }) =>
    laid.flatMap((one, i) =>
      laid
        .slice(i + 1)
        .filter((other) => overlaps(one.box, other.box))
        .map(({ block: { id, name } }) =>
          noticed('block on another', { other: id, otherName: name }, blockPlace(one.block)),
        ),
    ),
};
