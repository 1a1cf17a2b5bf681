import { SUPPLIED } from '../../property/supplied';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';

const plain = (scale: string) => scale.replace(/\s/g, '').replace(',', '.');

/** A sheet's scale that the series does not have (ISO 5455). */
export const scales: Check<LookedSheet> = {
  codes: ['scale outside the series'],
  look(sheet) {
    const { scale, rules } = sheet;
    const { scales: series } = limitsOf(rules, 'scale outside the series');
    if (!scale || !/\d\s*:\s*\d/.test(scale) || series.some((one) => plain(one) === plain(scale))) return [];
    return [noticed('scale outside the series', { scale }, placePrinting(SUPPLIED.scale, sheet))];
  },
};
