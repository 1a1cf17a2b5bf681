import { styleOn, withHeight } from '../../lettering/style';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Styles whose height is not in the book's series (ISO 3098). */
export const seriesHeights: Check<LookedSheet> = {
  codes: ['height outside the series'],
  look({ document, sizeId, rules }) {
    const { series } = limitsOf(rules, 'height outside the series');
    if (series.length === 0) return [];
    return document.letterings
      .map((style) => styleOn(style, sizeId))
      .filter(({ height }) => !series.includes(height))
      .map((style) => {
        const nearest = series.reduce((best, height) =>
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
