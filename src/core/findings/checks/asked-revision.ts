import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** A revision that is asked for, although the format has a table whose newest row it is. */
export const askedRevision: Check<LookedSheet> = {
  codes: ['revision asked for'],
  look({ document: { asked, blocks } }) {
    const revision = asked.find(({ key, property = key }) => property === SUPPLIED.revision);
    if (!revision || !blocks.some(({ grow }) => grow?.rows === 'revisions')) return [];
    return [noticed('revision asked for', { name: revision.name }, {})];
  },
};
