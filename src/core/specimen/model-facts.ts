import { roundLength } from '../geometry/length';
import type { Disagreement, Facts } from '../property/facts';
import type { OtherName } from '../property/model-names';
import { SUPPLIED } from '../property/supplied';
import { type Values, valueText } from '../property/value';
import { ownMass, shapeMass, totalMass } from './mass';
import type { ModelSources } from './models';
import { type Specimen, lastVariantOf } from './specimen';

/**
 * The model part of a sheet's facts: a specimen in one of its variants, or in none. Its names become property ids here. An
 * assembly's total mass is computed; a part that says no mass has its shape's, an assembly that says none its total.
 */
export function modelFacts(
  specimen: Specimen,
  variantName: string | undefined,
  sources: ModelSources,
): Pick<Facts, 'model' | 'variant'> {
  const variant = lastVariantOf(specimen, variantName);
  const total = specimen.components.length > 0 ? totalMass(specimen, variant?.name, sources) : undefined;
  const weighs = shapeMass(specimen, variant, sources);
  const hasNone = ownMass(specimen, variant, sources) === undefined;
  const derived: Values = {
    ...(total?.kg !== undefined && { [SUPPLIED.totalMass]: { value: roundLength(total.kg), unit: 'kg' } }),
    ...(hasNone && weighs && { [SUPPLIED.mass]: { value: weighs.kg, unit: 'kg' } }),
    ...(hasNone && total?.kg !== undefined && { [SUPPLIED.mass]: { value: roundLength(total.kg), unit: 'kg' } }),
  };
  const own = variant && sources.names.read(variant.values);
  const { others, ...read } = sources.names.read(specimen.values);
  const disagreeing = [...others.map(disagreement(specimen.values)), ...againstFile(specimen, read.values)];
  return {
    model: {
      name: specimen.name,
      kind: specimen.model,
      ...read,
      ...(Object.keys(derived).length > 0 && { derived }),
      ...(total && total.without.length > 0 && { withoutMass: total.without }),
      ...(!hasNone && weighs && { shapeMass: weighs.kg }),
      ...(disagreeing.length > 0 && { disagreeing }),
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

/** Two values that a model gives one property under different names. */
const disagreement =
  (values: Values) =>
  ({ property, name, taken }: OtherName): Disagreement => ({
    property,
    by: taken,
    says: valueText(values[taken]!),
    otherBy: name,
    otherSays: valueText(values[name]!),
  });

/** How a number is built: where it has letters and numerals, whatever they are. */
const built = (number: string) => number.replace(/\p{L}/gu, 'A').replace(/\d/g, '9');

/** A part number and the name of the file of the model's shape, where that has a number built like it that is another one. */
function againstFile({ shape }: Specimen, values: Values): Disagreement[] {
  const given = values[SUPPLIED.partNumber];
  if (!shape || given === undefined) return [];
  const number = valueText(given).trim();
  const stem = shape.file.replace(/\.[^.]*$/, '');
  const at = built(stem).indexOf(built(number));
  if (!/\d/.test(number) || at < 0) return [];
  const other = stem.slice(at, at + number.length);
  return other.toLowerCase() === number.toLowerCase()
    ? []
    : [{ property: SUPPLIED.partNumber, by: 'Part number', says: number, otherBy: shape.file, otherSays: other }];
}
