import { randomUUID } from 'node:crypto';
import type { MaterialRow } from '../../contract/office';
import { issueInWords } from '../../core/format/issue-words';
import { Material } from '../../core/specimen/material';
import type { Actor } from '../actor';
import { database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allMaterials, deleteMaterial, insertMaterial, replaceMaterial } from '../repositories/materials';
import { ServiceError } from './service-error';

/** The office's materials by name, each with the version a change is made on. */
export function materials(): Promise<MaterialRow[]> {
  return allMaterials(database);
}

/** Adds a material, or changes its density when `version` is the one it still has. */
export async function keepMaterial(actor: Actor, json: unknown, version: number | undefined): Promise<MaterialRow> {
  const parsed = Material.safeParse(json);
  if (!parsed.success) throw new ServiceError(422, issueInWords(parsed.error, 'The material'));
  const material = parsed.data;
  await transaction(async (db) => {
    if (version === undefined) {
      try {
        await insertMaterial(db, material);
      } catch (error) {
        if (!isDuplicate(error)) throw error;
        throw new ServiceError(409, `There is a material named “${material.name}”, perhaps spelled otherwise.`);
      }
    } else if (!(await replaceMaterial(db, material, version))) {
      throw new ServiceError(409, `Somebody changed “${material.name}” meanwhile. Look at theirs first.`);
    }
    await noteChange(db, actor, {
      subject: 'materials',
      sitting: randomUUID(),
      words: [`${material.name}: ${material.density} kg/dm³`],
    });
  });
  return { material, version: (version ?? 0) + 1 };
}

/** Takes a material out of the register; models that name it have no mass from their shape any more. */
export async function removeMaterial(actor: Actor, name: string): Promise<void> {
  await transaction(async (db) => {
    if (!(await deleteMaterial(db, name))) throw new ServiceError(404, `There is no material named “${name}”.`);
    await noteChange(db, actor, { subject: 'materials', sitting: randomUUID(), words: [`Removed ${name}`] });
  });
}
