import type { PropertyDefinition } from '../../core/property/definition';
import type { Material } from '../../core/specimen/material';
import type { Specimen } from '../../core/specimen/specimen';
import { database } from '../database';
import { allMaterials } from '../repositories/materials';
import { allProperties } from '../repositories/properties';
import { allSpecimens } from '../repositories/specimens';

/** What sheets are filled from on the side of the models. */
export interface ModelsAtHand {
  specimens: Specimen[];
  properties: PropertyDefinition[];
  materials: Material[];
}

export async function modelsAtHand(): Promise<ModelsAtHand> {
  const [specimens, properties, materials] = await Promise.all([
    allSpecimens(database),
    allProperties(database),
    allMaterials(database),
  ]);
  return {
    specimens: specimens.map((row) => row.specimen),
    properties: properties.map((row) => row.definition),
    materials: materials.map((row) => row.material),
  };
}
