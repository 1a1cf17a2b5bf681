import { SUPPLIED } from '../../property/supplied';
import { type Rules, limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';
import { printedOn } from '../printed-on';

/** The data that a book requires of a drawing of a part or of an assembly, or of one whose model is not known. */
export function requiredOf(rules: Rules, kind: 'part' | 'assembly' | undefined): string[] {
  const { all, parts, assemblies } = limitsOf(rules, 'required data missing');
  return [...all, ...(kind === 'part' ? parts : []), ...(kind === 'assembly' ? assemblies : [])];
}

/**
 * Data that a title block must have (ISO 7200, tables 1 to 3, or the office's own list). The legal owner may stand as a picture or as
 * fixed text, which no property shows, and is not asked for; a part's own number may stand for the drawing's.
 */
export const requiredData: Check<LookedSheet> = {
  codes: ['required data missing'],
  look({ document, laid, rules, facts, resources }) {
    const title = laid.find(({ block }) => block.role === 'title');
    if (!title) return [];
    const printed = printedOn(laid, document);
    const hasNumber = printed.has(SUPPLIED.drawingNumber) || printed.has(SUPPLIED.partNumber);
    return requiredOf(rules, facts.model?.kind)
      .filter((datum) => !(datum === SUPPLIED.drawingNumber ? hasNumber : printed.has(datum)))
      .filter((datum) => resources.properties.has(datum))
      .map((datum) =>
        noticed(
          'required data missing',
          { datum, name: resources.properties.get(datum)!.name },
          { block: title.block.id },
        ),
      );
  },
};
