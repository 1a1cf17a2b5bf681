import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, placeOn } from '../looked-at';
import { printedOn } from '../printed-on';

/** What a confidentiality note says in fixed text. */
const LIKE =
  /\b(?:confidential|proprietary|not to be (?:copied|reproduced|disclosed|passed on)|without (?:written )?permission)\b/i;

/** The office's confidentiality note (ISO 16016): that the sheet prints it, and that no cell has a text of its own in its place. */
export const confidentiality: Check<LookedSheet> = {
  codes: ['confidentiality note not printed'],
  look(sheet) {
    const { laid, document, rules, resources } = sheet;
    const property = resources.properties.get(limitsOf(rules, 'confidentiality note not printed').note);
    if (!property) return [];
    const { name } = property;
    const own = laid.flatMap(({ block }) =>
      block.cells.flatMap((cell): Finding[] => {
        const fixed = cell.contents
          .flatMap((content) => ('parts' in content ? content.parts : []))
          .map((part) => (part.kind === 'fixed' ? part.text : ' '))
          .join('');
        return LIKE.test(fixed)
          ? [
              noticed(
                'confidentiality note not printed',
                { name, says: fixed.trim() },
                placeOn(sheet, block.id, cell.id),
              ),
            ]
          : [];
      }),
    );
    return own.length > 0 || printedOn(laid, document).has(property.id)
      ? own
      : [noticed('confidentiality note not printed', { name }, {})];
  },
};
