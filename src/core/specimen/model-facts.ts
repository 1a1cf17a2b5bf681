import { roundLength } from '../geometry/length';
import type { Facts } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import type { Values } from '../property/value';
import { ownMass, totalMass } from './mass';
import { shapeMass } from './mass';
import type { ModelSources } from './models';
import { type Specimen, variantOf } from './specimen';

/**
 * The model part of a sheet's facts: a specimen in one of its variants, or in none. Its names become property ids here. An
 * assembly's total mass is computed, and a part that says no mass has its shape's.
 */
export function modelFacts(
  specimen: Specimen,
  variantName: string | undefined,
  sources: ModelSources,
): Pick<Facts, 'model' | 'variant'> {
  const variant = variantOf(specimen, variantName);
  const total = specimen.components.length > 0 ? totalMass(specimen, variant?.name, sources) : undefined;
  const shaped = ownMass(specimen, variant, sources) === undefined ? shapeMass(specimen, variant, sources) : undefined;
  const derived: Values = {
    ...(total?.kg !== undefined && { [SUPPLIED.totalMass]: { value: roundLength(total.kg), unit: 'kg' } }),
    ...(shaped && { [SUPPLIED.mass]: { value: shaped.kg, unit: 'kg' } }),
  };
  const own = variant && sources.names.read(variant.values);
  return {
    model: {
      name: specimen.name,
      kind: specimen.model,
      ...sources.names.read(specimen.values),
      ...(Object.keys(derived).length > 0 && { derived }),
      ...(total && total.without.length > 0 && { withoutMass: total.without }),
    },
    ...(own && {
      variant: {
        name: variant.name,
        spelled: own.spelled,
        // A variant's own name is what it gives the property that is called so.
        values: { [SUPPLIED.variant]: variant.name, ...own.values },
      },
    }),
  };
}
