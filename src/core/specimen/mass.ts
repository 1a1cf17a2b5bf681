import { roundLength } from '../geometry/length';
import { matchedName } from '../property/names';
import { SUPPLIED } from '../property/supplied';
import { convert } from '../property/units';
import { asMeasure, valueText } from '../property/value';
import { type ModelSources, type TotalMass, modelValue } from './models';
import { type Component, type Specimen, lastVariantOf } from './specimen';

/**
 * The mass of an assembly as its components add up, through nested assemblies: quantity × mass of each, a part's from its
 * own values or its variant's, else its shape's, converted to kg. A component without a variant of its own is taken in the assembly's, if it
 * has one of that name.
 */
export function totalMass(assembly: Specimen, variant: string | undefined, sources: ModelSources): TotalMass {
  return add(assembly, variant, sources, []);
}

function add(
  assembly: Specimen,
  variant: string | undefined,
  sources: ModelSources,
  path: readonly Specimen[],
): TotalMass {
  const key = `${assembly.id}\n${variant ?? ''}`;
  const known = sources.masses.get(key);
  if (known) return known;
  const seen = [...path, assembly];
  const start = path.findIndex((one) => one.id === assembly.id);
  if (start >= 0) return { without: [], circle: seen.slice(start).map((one) => one.name) };
  let kg = 0;
  const without = new Set<string>();
  for (const component of assembly.components) {
    const found = massOf(component, variant, sources, seen);
    if (found.circle) return found;
    for (const name of found.without) without.add(name);
    kg += component.quantity * (found.kg ?? 0);
  }
  const total = without.size > 0 ? { without: [...without] } : { kg, without: [] };
  sources.masses.set(key, total);
  return total;
}

function massOf(
  component: Component,
  assemblys: string | undefined,
  sources: ModelSources,
  path: readonly Specimen[],
): TotalMass {
  const model = sources.specimens.get(component.specimen);
  if (!model) return { without: [component.specimen] };
  const variant = lastVariantOf(model, component.variant ?? assemblys);
  if (model.model === 'assembly' && model.components.length > 0) return add(model, variant?.name, sources, path);
  const kg = ownMass(model, variant, sources) ?? shapeMass(model, variant, sources)?.kg;
  return kg === undefined ? { without: [model.name] } : { kg, without: [] };
}

/** The mass that a model itself gives, in kg; undefined for none, or one that is no mass. */
export function ownMass(
  model: Specimen,
  variant: Specimen['variants'][number] | undefined,
  sources: ModelSources,
): number | undefined {
  const value = modelValue(SUPPLIED.mass, model, variant, sources);
  const measure = value === undefined ? undefined : asMeasure(value);
  const unit = sources.properties.get(SUPPLIED.mass)?.unit;
  return measure && convert(measure.value, measure.unit ?? unit ?? 'kg', 'kg');
}

/** The circle of components that an assembly is part of, by name; undefined when there is none. */
export function componentCircle(assembly: Specimen, specimens: ReadonlyMap<string, Specimen>): string[] | undefined {
  /** Models from which no circle can be reached. */
  const sound = new Set<string>();
  const go = (model: Specimen, path: readonly Specimen[]): string[] | undefined => {
    const start = path.findIndex((one) => one.id === model.id);
    if (start >= 0) return [...path.slice(start), model].map((one) => one.name);
    if (sound.has(model.id)) return undefined;
    for (const { specimen } of model.components) {
      const next = specimens.get(specimen);
      const found = next && go(next, [...path, model]);
      if (found) return found;
    }
    sound.add(model.id);
    return undefined;
  };
  return go(assembly, []);
}

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
