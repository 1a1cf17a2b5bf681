import { TOLERANCE } from '../../geometry/length';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Lines of blocks whose width is none of the profile's line group (ISO 128-2). The frame has its own width (ISO 5457). */
export const lineGroup: Check<LookedSheet> = {
  codes: ['line width outside the group'],
  look({ laid, facts }) {
    const group = facts.profile?.lineGroup;
    if (!group) return [];
    const isOutside = (width: number) => !group.some((one) => Math.abs(one - width) <= TOLERANCE);
    return laid.flatMap(({ block }) => {
      const { outline, inside, edges } = block.lines;
      const widths = [outline, inside, ...edges.map((edge) => edge.line)]
        .filter((line) => !line.hidden && isOutside(line.width))
        .map((line) => line.width);
      return [...new Set(widths)].map((width) =>
        noticed('line width outside the group', { width, group: [...group] }, blockPlace(block)),
      );
    });
  },
};
