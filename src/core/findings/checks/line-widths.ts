import { TOLERANCE } from '../../geometry/length';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** Line widths of ISO 128-2, mm; ASME Y14.2 adds 0.3 and 0.6. */
export const LINE_WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2];

export const lineWidths: Check<LookedSheet> = {
  codes: ['line width outside the series'],
  look({ document: { frame, unit }, laid }) {
    const series = unit === 'in' ? [...LINE_WIDTHS, 0.3, 0.6] : LINE_WIDTHS;
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
