import { statedProjection } from '../../profile/projection';
import { valueText } from '../../property/value';
import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedCell, cellPlace } from '../looked-at';

/** A projection symbol where the profile does not say in which projection views stand: nothing is drawn then. */
export const projectionStated: Check<LookedCell> = {
  codes: ['projection angle not stated'],
  look(at) {
    const { cell, filling } = at.context;
    const symbol = cell.contents.some((content) => 'symbol' in content && content.symbol.name === 'projection');
    if (!symbol || statedProjection(filling.facts) !== undefined) return [];
    const stated = filling.facts.profile?.values[SUPPLIED.projectionAngle];
    const params = stated === undefined || stated === '' ? {} : { stated: valueText(stated) };
    return [noticed('projection angle not stated', params, cellPlace(at))];
  },
};
