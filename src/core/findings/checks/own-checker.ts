import { matchedName } from '../../property/names';
import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';
import { textOf } from '../text-of';

/** A drawing that whoever made it has checked. */
export const ownChecker: Check<LookedSheet> = {
  codes: ['checked by the drafter'],
  look({ facts, resources, cells }) {
    const drawn = textOf(SUPPLIED.createdBy, facts, resources);
    const checked = textOf(SUPPLIED.checkedBy, facts, resources);
    if (!drawn || !checked || matchedName(drawn) !== matchedName(checked)) return [];
    const place = cells.find((cell) => cell.trace.some(({ property }) => property === SUPPLIED.checkedBy));
    return [
      noticed('checked by the drafter', { person: checked }, place ? { block: place.block, cell: place.id } : {}),
    ];
  },
};
