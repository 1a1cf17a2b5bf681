import { matchedName } from '../../property/names';
import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { textOf } from '../text-of';

/** A drawing that somebody has approved who has made or checked it. */
export const approvals: Check<LookedSheet> = {
  codes: ['approved by its maker'],
  look(sheet) {
    const { facts, resources } = sheet;
    const person = textOf(SUPPLIED.approvedBy, facts, resources);
    if (!person) return [];
    const isSame = (id: string) => matchedName(textOf(id, facts, resources) ?? '') === matchedName(person);
    const as = isSame(SUPPLIED.createdBy) ? 'drafter' : isSame(SUPPLIED.checkedBy) ? 'checker' : undefined;
    return as ? [noticed('approved by its maker', { person, as }, placePrinting(SUPPLIED.approvedBy, sheet))] : [];
  },
};
