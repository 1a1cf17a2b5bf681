import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedText, cellPlace } from '../looked-at';

/** Values that are not there, cannot be written, or are of no property. */
export const values: Check<LookedText> = {
  codes: ['unknown property', 'no value', 'prints as zero', 'value cannot be written'],
  look: (at) =>
    at.content.problems.map((problem): Finding => {
      const { code, ...params } = problem;
      return noticed(code, params as never, cellPlace(at));
    }),
};
