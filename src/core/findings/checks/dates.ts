import { SUPPLIED } from '../../property/supplied';
import { valueText } from '../../property/value';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { textOf } from '../text-of';

/** Dates that do not follow one another, and dates that are written in two forms on one sheet. */
export const dates: Check<LookedSheet> = {
  codes: ['dates out of order', 'dates in two forms'],
  look: (sheet) => [...outOfOrder(sheet), ...twoForms(sheet)],
};

/** Created, checked, approved, as the book has them, and then the newest revision. */
function outOfOrder(sheet: LookedSheet): Finding[] {
  const { facts, resources, rules } = sheet;
  const known = limitsOf(rules, 'dates out of order').order.flatMap((id) => {
    const date = textOf(id, facts, resources);
    const name = resources.properties.get(id)?.name;
    return isDate(date) && name !== undefined ? [{ id, name, date }] : [];
  });
  const newest = facts.revisions?.at(-1);
  const revised = newest?.values[SUPPLIED.revisionDate];
  const date = revised === undefined ? undefined : valueText(revised).trim();
  const all = isDate(date) ? [...known, { id: SUPPLIED.revisionDate, name: newest!.name, date }] : known;
  return all.slice(1).flatMap((second, i) => {
    const first = all[i]!;
    if (first.date <= second.date) return [];
    const params = { first: first.name, firstDate: first.date, second: second.name, secondDate: second.date };
    return [noticed('dates out of order', params, placePrinting(first.id, sheet))];
  });
}

const isDate = (text: string | undefined): text is string => text !== undefined && /^\d{4}-\d{2}-\d{2}$/.test(text);

/** How a date is written where nothing else is said (ISO 7200). */
const USUAL = 'yyyy-MM-dd';

/** The forms in which cells write dates; the first that differs from the one before is named. */
function twoForms({ laid, document, resources }: LookedSheet): Finding[] {
  let first: string | undefined;
  for (const { block } of laid) {
    for (const cell of block.cells) {
      for (const content of cell.contents) {
        if (!('parts' in content)) continue;
        for (const part of content.parts) {
          if (part.kind !== 'linked' && part.kind !== 'asked') continue;
          const definition =
            part.kind === 'linked'
              ? resources.properties.get(part.property)
              : document.asked.find(({ key }) => key === part.asked);
          if (definition?.type !== 'date') continue;
          const display = (part.kind === 'linked' ? part.display : undefined) ?? definition.display;
          const pattern = display?.kind === 'date' ? display.pattern : USUAL;
          if (pattern === first) continue;
          if (first !== undefined)
            return [noticed('dates in two forms', { first, second: pattern }, { block: block.id, cell: cell.id })];
          first = pattern;
        }
      }
    }
  }
  return [];
}
