import { resolveProperty } from '../../property/resolving';
import { SUPPLIED } from '../../property/supplied';
import { convert } from '../../property/units';
import { asMeasure } from '../../property/value';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** How far an assembly's own mass may stray from what its components add up to. */
const TOLERANCE = 0.005;

/** An assembly's mass against its components'. */
export const assemblyMass: Check<LookedSheet> = {
  codes: ['total mass not known', 'mass is zero', 'mass out of date'],
  look({ facts, resources }) {
    const { model } = facts;
    const mass = resources.properties.get(SUPPLIED.mass);
    if (!model || model.kind !== 'assembly' || !mass) return [];
    if (model.withoutMass)
      return [noticed('total mass not known', { model: model.name, without: model.withoutMass }, {})];
    const adds = asMeasure(model.derived?.[SUPPLIED.totalMass] ?? '')?.value;
    const { value } = resolveProperty(mass, facts, {});
    const own = value === undefined ? undefined : asMeasure(value);
    const says = own && convert(own.value, own.unit ?? mass.unit ?? 'kg', 'kg');
    if (says === 0) return [noticed('mass is zero', { model: model.name }, {})];
    if (adds === undefined || says === undefined || Math.abs(says - adds) <= adds * TOLERANCE) return [];
    return [noticed('mass out of date', { model: model.name, says, adds }, {})];
  },
};
