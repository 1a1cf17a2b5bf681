import { TOLERANCE } from '../../geometry/length';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Lines of the frame and of blocks whose width is not in the book's series (ISO 128-2; ASME Y14.2 adds 0.3 and 0.6). */
export const lineWidths: Check<LookedSheet> = {
  codes: ['line width outside the series'],
  look({ document: { frame }, laid, rules }) {
    const { series } = limitsOf(rules, 'line width outside the series');
    const outside = (width: number) => !series.some((one) => Math.abs(one - width) <= TOLERANCE);
    const ofFrame =
      !frame.hidden && outside(frame.width)
        ? [noticed('line width outside the series', { width: frame.width }, {})]
        : [];
    const ofBlocks = laid.flatMap(({ block }) => {
      const { outline, inside, edges } = block.lines;
      const widths = [outline, inside, ...edges.map((edge) => edge.line)]
        .filter((line) => !line.hidden && outside(line.width))
        .map((line) => line.width);
      return [...new Set(widths)].map((width) =>
        noticed('line width outside the series', { width }, blockPlace(block)),
      );
    });
    return [...ofFrame, ...ofBlocks];
  },
};
