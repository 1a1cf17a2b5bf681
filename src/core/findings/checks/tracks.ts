import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Blocks whose tracks cannot be laid out as they are written. */
export const tracks: Check<LookedSheet> = {
  codes: ['tracks do not add up'],
  look: ({ laid }) =>
    laid.flatMap(({ block, troubles }) =>
      troubles.map((trouble) => noticed('tracks do not add up', { trouble }, blockPlace(block))),
    ),
};
