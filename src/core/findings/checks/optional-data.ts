import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';
import { printedOn } from '../printed-on';
import { requiredOf } from './required-data';

/** Data of title blocks that the office neither requires nor allows; those of the sheet itself always may stand. */
export const optionalData: Check<LookedSheet> = {
  codes: ['data outside the lists'],
  look({ document, laid, rules, facts, resources }) {
    const allowed = new Set([
      ...requiredOf(rules, facts.model?.kind),
      ...limitsOf(rules, 'data outside the lists').optional,
    ]);
    return laid
      .filter(({ block }) => block.role === 'title')
      .flatMap((one) =>
        [...printedOn([one], document)].flatMap((id) => {
          const property = resources.properties.get(id);
          if (!property || property.source === 'sheet' || allowed.has(id)) return [];
          const cell = one.block.cells.find(({ contents }) =>
            contents.some(
              (content) =>
                'parts' in content && content.parts.some((part) => part.kind === 'linked' && part.property === id),
            ),
          );
          return [
            noticed(
              'data outside the lists',
              { property: id, name: property.name },
              { block: one.block.id, ...(cell && { cell: cell.id }), name: one.block.name },
            ),
          ];
        }),
      );
  },
};
