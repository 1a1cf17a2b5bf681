import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Names of persons that print with more characters than the data fields of a title block have (ISO 7200, table 3: 20). */
export const personNames: Check<LookedSheet> = {
  codes: ['name too long'],
  look({ cells, resources, rules }) {
    const { most } = limitsOf(rules, 'name too long');
    const found = new Map<string, Finding>();
    for (const { block, id, name: called, text, trace } of cells)
      for (const { property, name, value, overruledBy = value } of trace) {
        if (resources.properties.get(property)?.type !== 'person' || typeof overruledBy !== 'string') continue;
        const person = overruledBy.trim();
        const length = [...person].length;
        // Initials, or a name shortened otherwise, are no longer than they look.
        if (length <= most || !text.replaceAll('\n', ' ').includes(person)) continue;
        const key = JSON.stringify([property, person]);
        if (!found.has(key))
          found.set(key, noticed('name too long', { name, person, length, most }, { block, cell: id, name: called }));
      }
    return [...found.values()];
  },
};
