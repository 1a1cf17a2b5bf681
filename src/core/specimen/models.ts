import type { PropertyDefinition } from '../property/definition';
import { ModelNames } from '../property/model-names';
import { matchedName } from '../property/names';
import type { Value } from '../property/value';
import type { Material } from './material';
import type { Specimen } from './specimen';

/** What sheets are filled from on the side of the models: they, the dictionary, and the materials that masses are made with. */
export interface Models {
  specimens: readonly Specimen[];
  properties: readonly PropertyDefinition[];
  materials: readonly Material[];
}

/** What the components of an assembly weigh together. */
export interface TotalMass {
  /** kg; absent when a component has no mass or the assembly holds itself. */
  kg?: number;
  /** Names of the components, however deep, that have no mass. Such a one never counts as zero. */
  without: string[];
  /** Names from an assembly down to itself, when it is a component of its own. */
  circle?: string[];
}

/** {@link Models} made ready to be looked up in. */
export interface ModelSources {
  specimens: ReadonlyMap<string, Specimen>;
  properties: ReadonlyMap<string, PropertyDefinition>;
  names: ModelNames;
  /** kg/dm³ by the material's matched name. */
  densities: ReadonlyMap<string, number>;
  /** Total masses that are known, by model and variant: a model that is shared in depth is added up once. */
  masses: Map<string, TotalMass>;
}

export function modelSources({ specimens, properties, materials }: Models): ModelSources {
  return {
    specimens: new Map(specimens.map((specimen) => [specimen.id, specimen])),
    properties: new Map(properties.map((property) => [property.id, property])),
    names: new ModelNames(properties),
    densities: new Map(materials.map(({ name, density }) => [matchedName(name), density])),
    masses: new Map(),
  };
}

/** The value that a model, or the variant of it, itself gives a property; undefined when it gives none. */
export function modelValue(
  property: string,
  model: Pick<Specimen, 'values'>,
  variant: Specimen['variants'][number] | undefined,
  { names }: Pick<ModelSources, 'names'>,
): Value | undefined {
  return (variant && names.read(variant.values).values[property]) ?? names.read(model.values).values[property];
}
