import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import { resolveProperty } from '../property/resolving';
import type { Value } from '../property/value';
import { roundLength } from '../geometry/length';
import { type MassSources, ownMass, totalMass } from './mass';
import { materialsOf, shapeMass } from './material';
import type { Models } from './models';
import type { Specimen } from './specimen';

/** What masses are made with: the models, the materials, and the dictionary, whose property *mass* is the mass. */
export function massSources({ properties, specimens, materials }: Models): MassSources | undefined {
  const mass = properties.find((property) => property.id === 'mass');
  const known = materialsOf(materials, properties);
  return (
    mass && {
      mass,
      specimens: new Map(specimens.map((specimen) => [specimen.id, specimen])),
      ...(known && { materials: known }),
    }
  );
}

/**
 * The model part of a sheet's facts: a specimen in one of its variants, or in none. With `sources` an assembly's total
 * mass is computed too, and a part that says no mass has its shape's.
 */
export function modelFacts(
  specimen: Specimen,
  variantName?: string,
  sources?: MassSources,
): Pick<Facts, 'model' | 'variant'> {
  const variant = specimen.variants.find((candidate) => candidate.name === variantName);
  const total = sources && specimen.components.length > 0 ? totalMass(specimen, variant?.name, sources) : undefined;
  const shaped =
    sources?.materials && ownMass(specimen, variant, sources.mass) === undefined
      ? shapeMass(specimen, variant, sources.materials)
      : undefined;
  const derived = {
    ...(total?.kg !== undefined && { 'Total mass': { value: roundLength(total.kg), unit: 'kg' } }),
    ...(shaped && { [sources!.mass.name]: { value: shaped.kg, unit: 'kg' } }),
  };
  return {
    model: {
      name: specimen.name,
      kind: specimen.model,
      values: specimen.values,
      ...(Object.keys(derived).length > 0 && { derived }),
      ...(total && total.without.length > 0 && { withoutMass: total.without }),
    },
    ...(variant && { variant }),
  };
}

/** The distinct values every model property takes in the specimens and their variants, by property id. */
export function seenValues(
  properties: Iterable<PropertyDefinition>,
  specimens: readonly Specimen[],
): Map<string, Value[]> {
  const seen = new Map<string, Value[]>();
  const surroundings = { today: '2000-01-01', locale: { decimalMark: '.' as const } };
  for (const property of properties) {
    if (property.source !== 'model') continue;
    const values = new Map<string, Value>();
    for (const specimen of specimens) {
      for (const variant of [undefined, ...specimen.variants.map(({ name }) => name)]) {
        const { value } = resolveProperty(property, { ...modelFacts(specimen, variant), ...surroundings }, {});
        if (value !== undefined) values.set(JSON.stringify(value), value);
      }
    }
    seen.set(property.id, [...values.values()]);
  }
  return seen;
}
