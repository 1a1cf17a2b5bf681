import { GIVEN_ON_DRAWINGS } from '../../property/supplied';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** A drawing value that a cell prints and no drawing will ever have: the application does not give it, and nobody is asked for it. */
export const nobodyAsked: Check<LookedSheet> = {
  codes: ['nobody is asked'],
  look({ document: { asked }, cells, resources }) {
    const isAsked = new Set(asked.flatMap(({ key, property }) => [key, property ?? key]));
    const told = new Set<string>();
    return cells.flatMap((cell) =>
      cell.trace.flatMap(({ property, source }): Finding[] => {
        if (source !== 'drawing' || isAsked.has(property) || GIVEN_ON_DRAWINGS.has(property) || told.has(property))
          return [];
        const definition = resources.properties.get(property);
        if (!definition) return [];
        told.add(property);
        const place = { block: cell.block, cell: cell.repeats ?? cell.id, name: cell.name };
        return [noticed('nobody is asked', { property, name: definition.name }, place)];
      }),
    );
  },
};
