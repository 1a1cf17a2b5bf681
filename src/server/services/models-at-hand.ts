import type { Models, ModelSources } from '../../core/specimen/models';
import { modelSources } from '../../core/specimen/models';
import { type Database } from '../database';
import { allMaterials } from '../repositories/materials';
import { allProperties } from '../repositories/properties';
import { closureOf } from '../repositories/specimens';

/** The dictionary and the materials: the same few however many models there are. */
export async function dictionaryAtHand(db: Database): Promise<Pick<Models, 'properties' | 'materials'>> {
  const properties = await allProperties(db);
  const materials = await allMaterials(db);
  return {
    properties: properties.map(({ definition }) => definition),
    materials: materials.map(({ material }) => material),
  };
}

/** Some models with all that they are made of, and the dictionary: what sheets of theirs are filled from. */
export interface ModelsAtHand extends Models {
  sources: ModelSources;
}

export async function modelsAtHand(db: Database, ids: readonly string[]): Promise<ModelsAtHand> {
  const dictionary = await dictionaryAtHand(db);
  const models = { ...dictionary, specimens: await closureOf(db, ids) };
  return { ...models, sources: modelSources(models) };
}
