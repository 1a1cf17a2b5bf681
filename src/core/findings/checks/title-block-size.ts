import { TOLERANCE } from '../../geometry/length';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Title blocks that are wider than they may be (ISO 7200: 180 mm), or that together take too much of the sheet. */
export const titleBlockSize: Check<LookedSheet> = {
  codes: ['title block too large'],
  look({ laid, space, rules }) {
    const { width, share } = limitsOf(rules, 'title block too large');
    const titles = laid.filter(({ block }) => block.role === 'title');
    const findings: Finding[] =
      width === 0
        ? []
        : titles
            .filter(({ box }) => box.width > width + TOLERANCE)
            .map(({ block, box }) =>
              noticed('title block too large', { of: 'width', is: box.width, most: width }, blockPlace(block)),
            );
    const area = titles.reduce((sum, { box }) => sum + box.width * box.height, 0);
    const percent = (area / (space.width * space.height)) * 100;
    if (share > 0 && percent > share && titles[0])
      findings.push(
        noticed('title block too large', { of: 'share', is: percent, most: share }, blockPlace(titles[0].block)),
      );
    return findings;
  },
};
