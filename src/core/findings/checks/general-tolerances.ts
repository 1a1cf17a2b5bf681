import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedTable, blockPlace } from '../looked-at';

/** A table of general tolerances where the profile states none that can be read. */
export const generalTolerances: Check<LookedTable> = {
  codes: ['no general tolerances'],
  look: ({ block, unread }) => (unread ? [noticed('no general tolerances', unread, blockPlace(block))] : []),
};
