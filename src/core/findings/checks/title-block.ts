import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';
import { printedOn } from '../printed-on';

/** By any of these a block is known as one that names the drawing, whatever it was made as. */
const NAMES_IT = [SUPPLIED.title, SUPPLIED.drawingNumber, SUPPLIED.partNumber] as const;

/** A first sheet on which no block names the drawing (ISO 7200: every sheet has a title block). */
export const titleBlock: Check<LookedSheet> = {
  codes: ['no title block'],
  look({ first, size, laid, document }) {
    if (!first || laid.some(({ block }) => block.role === 'title')) return [];
    const printed = printedOn(laid, document);
    return NAMES_IT.some((id) => printed.has(id)) ? [] : [noticed('no title block', { size }, {})];
  },
};
