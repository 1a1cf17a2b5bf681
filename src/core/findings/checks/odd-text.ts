import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { OddText } from '../../lettering/clean-text';
import { type LookedCell, cellPlace } from '../looked-at';

/** Text that cannot be lettered as it was given. */
export const oddText: Check<LookedCell & { odd: OddText }> = {
  codes: ['characters left out', 'right-to-left text'],
  look(at) {
    const { leftOut, rightToLeft } = at.odd;
    const findings: Finding[] = [];
    if (leftOut.length > 0)
      findings.push(noticed('characters left out', { characters: [...new Set(leftOut)] }, cellPlace(at)));
    if (rightToLeft !== undefined) findings.push(noticed('right-to-left text', { text: rightToLeft }, cellPlace(at)));
    return findings;
  },
};
