import { z } from 'zod';
import { roundLength } from '../geometry/length';
import { matchedName } from '../property/names';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import { type ModelSources, modelValue } from './models';
import type { Specimen } from './specimen';

/** A material of the office, by the name that models give it. */
export const Material = z.object({
  name: z.string().trim().min(1, 'a material needs a name').max(120),
  /** kg/dm³, which is g/cm³ */
  density: z
    .number()
    .positive('a density is more than 0 kg/dm³')
    .max(30, 'nothing is denser than 30 kg/dm³; the unit is kg/dm³'),
});
export type Material = z.infer<typeof Material>;

/**
 * The mass of a shape in the material that the model, or its variant, names: volume × density.
 *
 * @returns kg to the gram's thousandth; undefined without a shape, or when the office has no density for the material
 */
export function shapeMass(
  model: Specimen,
  variant: Specimen['variants'][number] | undefined,
  sources: ModelSources,
): { kg: number; density: number; material: string } | undefined {
  if (!model.shape) return undefined;
  const value = modelValue(SUPPLIED.material, model, variant, sources);
  const material = value === undefined ? '' : valueText(value);
  const density = sources.densities.get(matchedName(material));
  return density === undefined
    ? undefined
    : { kg: roundLength((model.shape.volume / 1e6) * density), density, material };
}
