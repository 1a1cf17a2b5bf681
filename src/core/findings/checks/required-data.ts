import { askedIn } from '../../format/asked';
import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { REQUIRED_DATA, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/**
 * Data that a title block must have (ISO 7200, tables 1 to 3). The legal owner may stand as a picture or as fixed text, which no
 * property shows, and is not asked for; a part's own number may stand for the drawing's.
 */
export const requiredData: Check<LookedSheet> = {
  codes: ['required data missing'],
  look({ document, laid }) {
    const title = laid.find(({ block }) => block.role === 'title');
    if (document.unit === 'in' || !title) return [];
    const printed = new Set(laid.flatMap(({ block }) => block.cells.flatMap((cell) => askedIn(cell.contents))));
    for (const { key, property } of document.asked) if (property && printed.has(key)) printed.add(property);
    if (printed.has(SUPPLIED.partNumber)) printed.add(SUPPLIED.drawingNumber);
    return REQUIRED_DATA.filter((datum) => !printed.has(datum)).map((datum) =>
      noticed('required data missing', { datum }, { block: title.block.id }),
    );
  },
};
