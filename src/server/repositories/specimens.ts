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

/** Those of the specimens that there are, by id. */
export async function findSpecimens(db: Database, ids: readonly string[]): Promise<Map<string, SpecimenRow>> {
  if (ids.length === 0) return new Map();
  const marks = ids.map(() => '?').join(', ');
  const rows = await db.query<Raw>(`SELECT document, version FROM specimens WHERE id IN (${marks})`, [...ids]);
  return new Map(rows.map(toRow).map((row) => [row.specimen.id, row]));
}

/** @throws a duplicate-key error when an id is taken, or stands twice */
export async function insertSpecimens(db: Database, specimens: readonly Specimen[]): Promise<void> {
  if (specimens.length === 0) return;
  await db.run(
    `INSERT INTO specimens (id, name, model, document, hash) VALUES ${specimens.map(() => '(?, ?, ?, ?, ?)').join(', ')}`,
    specimens.flatMap((specimen) => [
      specimen.id,
      specimen.name,
      specimen.model,
      JSON.stringify(specimen),
      canonicalHash(specimen),
    ]),
  );
}

/** @returns false when the row is no longer of that version */
export async function replaceSpecimen(db: Database, specimen: Specimen, version: number): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE specimens SET name = ?, model = ?, document = ?, hash = ?, version = version + 1 WHERE id = ? AND version = ?',
    [specimen.name, specimen.model, JSON.stringify(specimen), canonicalHash(specimen), specimen.id, version],
  );
  return affected === 1;
}
