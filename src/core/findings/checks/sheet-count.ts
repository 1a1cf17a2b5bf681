import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { printedOn } from '../printed-on';

/** A sheet that says which one it is, but not of how many. */
export const sheetCount: Check<LookedSheet> = {
  codes: ['sheet number without the count'],
  look(sheet) {
    const printed = printedOn(sheet.laid, sheet.document);
    if (!printed.has(SUPPLIED.sheetNumber) || printed.has(SUPPLIED.sheetCount)) return [];
    return [noticed('sheet number without the count', {}, placePrinting(SUPPLIED.sheetNumber, sheet))];
  },
};
