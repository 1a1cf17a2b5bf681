import { resolveProperty } from '../../property/resolving';
import { SUPPLIED } from '../../property/supplied';
import { asMeasure } from '../../property/value';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** A mass of a part that no part has. (Whether an assembly's is right is another check's.) */
export const partMass: Check<LookedSheet> = {
  codes: ['mass is zero', 'mass is negative'],
  look({ facts, resources }) {
    const { model } = facts;
    const property = resources.properties.get(SUPPLIED.mass);
    if (!model || !property) return [];
    const { value } = resolveProperty(property, facts, {});
    const mass = value === undefined ? undefined : asMeasure(value);
    if (!mass || mass.value > 0) return [];
    if (mass.value < 0) return [noticed('mass is negative', { model: model.name }, {})];
    return model.kind === 'part' ? [noticed('mass is zero', { model: model.name }, {})] : [];
  },
};
