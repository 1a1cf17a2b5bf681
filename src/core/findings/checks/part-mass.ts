import { resolveProperty } from '../../property/resolving';
import { SUPPLIED } from '../../property/supplied';
import { convert } from '../../property/units';
import { asMeasure } from '../../property/value';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** How far a part's own mass may stray from its shape's: figures are rounded, and coats and welds weigh something. */
const TOLERANCE = 0.05;

/** A mass of a part that no part has, or that its shape has not. (Whether an assembly's is right is another check's.) */
export const partMass: Check<LookedSheet> = {
  codes: ['mass is zero', 'mass is negative', 'mass against the shape'],
  look({ facts, resources }) {
    const { model } = facts;
    const property = resources.properties.get(SUPPLIED.mass);
    if (!model || !property) return [];
    const { value } = resolveProperty(property, facts, {});
    const mass = value === undefined ? undefined : asMeasure(value);
    if (!mass) return [];
    const { shapeMass: weighs } = model;
    if (mass.value > 0) {
      const says = convert(mass.value, mass.unit ?? property.unit ?? 'kg', 'kg');
      return weighs === undefined || says === undefined || Math.abs(says - weighs) <= weighs * TOLERANCE
        ? []
        : [noticed('mass against the shape', { model: model.name, says, weighs }, {})];
    }
    if (mass.value < 0) return [noticed('mass is negative', { model: model.name }, {})];
    return model.kind === 'part' ? [noticed('mass is zero', { model: model.name }, {})] : [];
  },
};
