import { STANDARD_HEIGHTS, styleOn, withHeight } from '../../lettering/style';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Styles whose height is not in the series of ISO 3098; inch formats have none. */
export const seriesHeights: Check<LookedSheet> = {
  codes: ['height outside the series'],
  look({ document, sizeId }) {
    if (document.unit === 'in') return [];
    return document.letterings
      .map((style) => styleOn(style, sizeId))
      .filter(({ height }) => !(STANDARD_HEIGHTS as readonly number[]).includes(height))
      .map((style) => {
        const nearest = STANDARD_HEIGHTS.reduce((best, height) =>
          Math.abs(height - style.height) < Math.abs(best - style.height) ? height : best,
        );
        const letterings = document.letterings.map((one) =>
          one.id === style.id ? withHeight(one, nearest, sizeId) : one,
        );
        return noticed(
          'height outside the series',
          { style: style.id, styleName: style.name, height: style.height },
          {},
          {
            kind: { kind: 'set height', height: nearest },
            steps: [{ op: 'set sheet', change: { letterings } }],
          },
        );
      });
  },
};
