import type { MaterialRow } from '../../contract/office';
import { matchedName } from '../../core/property/names';
import type { Material } from '../../core/specimen/material';
import type { Database } from '../database';

interface Raw extends Material {
  version: number;
}

export async function allMaterials(db: Database): Promise<MaterialRow[]> {
  const rows = await db.query<Raw>('SELECT name, density, version FROM materials ORDER BY name');
  return rows.map(({ version, ...material }) => ({ material, version }));
}

/** @throws a duplicate-key error when there is a material of that name, however it is spelled */
export async function insertMaterial(db: Database, { name, density }: Material): Promise<void> {
  await db.run('INSERT INTO materials (matched, name, density) VALUES (?, ?, ?)', [matchedName(name), name, density]);
}

/** @returns false when the row is no longer of that version */
export async function replaceMaterial(db: Database, { name, density }: Material, version: number): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE materials SET name = ?, density = ?, version = version + 1 WHERE matched = ? AND version = ?',
    [name, density, matchedName(name), version],
  );
  return affected === 1;
}

export async function deleteMaterial(db: Database, name: string): Promise<boolean> {
  const { affected } = await db.run('DELETE FROM materials WHERE matched = ?', [matchedName(name)]);
  return affected === 1;
}
