import { matchedName } from '../../property/names';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Two asked values that whoever fills the sheet cannot tell apart. */
export const askedTwice: Check<LookedSheet> = {
  codes: ['asked twice'],
  look: ({ document: { asked } }) =>
    asked.flatMap(({ key, name, property = key }, i) => {
      const before = asked
        .slice(0, i)
        .some((one) => (one.property ?? one.key) === property || matchedName(one.name) === matchedName(name));
      return before ? [noticed('asked twice', { key, name }, {})] : [];
    }),
};
