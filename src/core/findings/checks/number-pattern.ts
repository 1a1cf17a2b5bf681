import { hasForm } from '../../property/pattern';
import { SUPPLIED } from '../../property/supplied';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { textOf } from '../text-of';

/** A drawing number that a sheet prints and that is not written as the office writes them. */
export const numberPattern: Check<LookedSheet> = {
  codes: ['number against its pattern'],
  look(sheet) {
    const { pattern } = limitsOf(sheet.rules, 'number against its pattern');
    const number = textOf(SUPPLIED.drawingNumber, sheet.facts, sheet.resources);
    const place = placePrinting(SUPPLIED.drawingNumber, sheet);
    if (pattern === '' || !number || place.cell === undefined || hasForm(number, pattern)) return [];
    return [noticed('number against its pattern', { number, pattern }, place)];
  },
};
