import { canonicalHash } from '../../core/format/canonical';
import type { Specimen } from '../../core/specimen/specimen';
import type { Database } from '../database';
import { fromJson } from './json-column';

export interface SpecimenRow {
  specimen: Specimen;
  version: number;
}

interface Raw {
  document: unknown;
  version: number;
}

const toRow = (raw: Raw): SpecimenRow => ({ specimen: fromJson(raw.document), version: raw.version });

export async function allSpecimens(db: Database): Promise<SpecimenRow[]> {
  return (await db.query<Raw>('SELECT document, version FROM specimens ORDER BY model, name')).map(toRow);
}

export async function findSpecimen(db: Database, id: string): Promise<SpecimenRow | undefined> {
  return (await db.query<Raw>('SELECT document, version FROM specimens WHERE id = ?', [id])).map(toRow)[0];
}

/** @throws a duplicate-key error when the id is taken */
export async function insertSpecimen(db: Database, specimen: Specimen): Promise<void> {
  await db.run('INSERT INTO specimens (id, name, model, document, hash) VALUES (?, ?, ?, ?, ?)', [
    specimen.id,
    specimen.name,
    specimen.model,
    JSON.stringify(specimen),
    canonicalHash(specimen),
  ]);
}

/** @returns false when the row is no longer of that version */
export async function replaceSpecimen(db: Database, specimen: Specimen, version: number): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE specimens SET name = ?, model = ?, document = ?, hash = ?, version = version + 1 WHERE id = ? AND version = ?',
    [specimen.name, specimen.model, JSON.stringify(specimen), canonicalHash(specimen), specimen.id, version],
  );
  return affected === 1;
}
