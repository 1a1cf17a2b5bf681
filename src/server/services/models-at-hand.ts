import type { Models } from '../../core/specimen/models';
import { database } from '../database';
import { allMaterials } from '../repositories/materials';
import { allProperties } from '../repositories/properties';
import { allSpecimens } from '../repositories/specimens';

/** All models, the dictionary and the materials of the office. */
export async function modelsAtHand(): Promise<Models> {
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
