import { TOLERANCE } from '../../geometry/length';
import { SUPPLIED } from '../../property/supplied';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

const LETTERED = [
  { id: SUPPLIED.title, of: 'title' },
  { id: SUPPLIED.drawingNumber, of: 'drawing number' },
] as const;

/** Title and drawing number that are lettered too low on a large sheet (ASME Y14.2: 6 mm on D and larger). */
export const largeSheets: Check<LookedSheet> = {
  codes: ['title or number too small'],
  look({ cells, rules, size, trimmed }) {
    const { height: least, from } = limitsOf(rules, 'title or number too small');
    if (Math.max(trimmed.width, trimmed.height) < from - TOLERANCE) return [];
    return LETTERED.flatMap(({ id, of }) => {
      const shown = cells.filter(({ trace, fit }) => fit && trace.some(({ property }) => property === id));
      const largest = shown.toSorted((a, b) => b.fit!.height - a.fit!.height)[0];
      if (!largest || largest.fit!.height >= least - TOLERANCE) return [];
      const params = { of, height: largest.fit!.height, least, size };
      return [
        noticed('title or number too small', params, { block: largest.block, cell: largest.id, name: largest.name }),
      ];
    });
  },
};
