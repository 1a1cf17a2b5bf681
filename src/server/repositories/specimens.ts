import type { SpecimenEntry } from '../../contract/specimens';
import type { Page } from '../../contract/route';
import { canonicalHash } from '../../core/format/canonical';
import type { Specimen } from '../../core/specimen/specimen';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';
import { readPage } from './keyset';
import { SPECIMEN_NAMES, havingAnywhere, keepGrams } from './trigrams';

export interface SpecimenRow {
  specimen: Specimen;
  version: number;
}

interface Raw {
  document: unknown;
  version: number;
}

const toRow = (raw: Raw): SpecimenRow => ({ specimen: fromJson(raw.document), version: raw.version });

/** The specimens by name, in pages; with `search` those that have it in their name. */
export async function listSpecimens(
  db: Database,
  asked: {
    search?: string | undefined;
    model?: Specimen['model'] | undefined;
    after?: string | undefined;
    size: number;
  },
): Promise<Page<SpecimenEntry>> {
  const { search, model } = asked;
  return readPage<{ id: string; name: string; model: Specimen['model']; variants: unknown }, SpecimenEntry>(
    db,
    {
      select: `id, name, model, JSON_EXTRACT(document, '$.variants[*].name') AS variants`,
      from: 'specimens',
      where: [
        ...(search?.trim() ? await havingAnywhere(db, SPECIMEN_NAMES, search) : []),
        ...(model ? [{ sql: 'model = ?', parameters: [model] }] : []),
      ],
      order: ['name', 'id'],
      direction: 'ASC',
      keyOf: ({ name, id }) => [name, id],
      toEntry: ({ variants, ...entry }) => ({ ...entry, variants: variants ? fromJson(variants) : [] }),
    },
    asked,
  );
}

export async function countSpecimens(db: Database): Promise<number> {
  const [row] = await db.query<{ n: number }>('SELECT COUNT(*) AS n FROM specimens');
  return Number(row!.n);
}

/** The specimens that a format is shown with where nobody chose one: the first part by name, and the last assembly. */
export async function showpieces(db: Database): Promise<string[]> {
  const parts = await db.query<{ id: string }>(
    "SELECT id FROM specimens WHERE model = 'part' ORDER BY name, id LIMIT 1",
  );
  const assemblies = await db.query<{ id: string }>(
    "SELECT id FROM specimens WHERE model = 'assembly' ORDER BY name DESC, id DESC LIMIT 1",
  );
  return [...parts, ...assemblies].map(({ id }) => id);
}

export async function findSpecimen(db: Database, id: string): Promise<SpecimenRow | undefined> {
  return (await db.query<Raw>('SELECT document, version FROM specimens WHERE id = ?', [id])).map(toRow)[0];
}

/** Those of the specimens that there are, by id. */
export async function findSpecimens(db: Database, ids: readonly string[]): Promise<Map<string, SpecimenRow>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<Raw>(`SELECT document, version FROM specimens WHERE id IN (${marks(ids)})`, [...ids]);
  return new Map(rows.map(toRow).map((row) => [row.specimen.id, row]));
}

/** Specimens with all that they are made of, however deep: what sheets of theirs are filled from. */
export async function closureOf(db: Database, ids: readonly string[]): Promise<Specimen[]> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return [];
  const rows = await db.query<Raw>(
    `WITH RECURSIVE closure (id) AS (
       SELECT id FROM specimens WHERE id IN (${marks(wanted)})
       UNION SELECT component_id FROM specimen_components JOIN closure ON specimen_id = closure.id
     ) SELECT document, version FROM specimens JOIN closure ON closure.id = specimens.id`,
    wanted,
  );
  return rows.map((raw) => toRow(raw).specimen);
}

/** The specimens behind one by id, so many of them. */
export async function specimensBehind(db: Database, id: string, size: number): Promise<Specimen[]> {
  const rows = await db.query<Raw>(
    `SELECT document, version FROM specimens WHERE id > ? ORDER BY id LIMIT ${Math.trunc(size)}`,
    [id],
  );
  return rows.map((raw) => toRow(raw).specimen);
}

/** How many proofs all specimens have on one size: each of its variants, or itself when it has none. */
export async function countProofs(db: Database): Promise<number> {
  const [row] = await db.query<{ n: number | string | null }>(
    "SELECT SUM(GREATEST(1, JSON_LENGTH(document, '$.variants'))) AS n FROM specimens",
  );
  return Number(row!.n ?? 0);
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
  await keepGrams(
    db,
    SPECIMEN_NAMES,
    specimens.map(({ id }) => id),
  );
}

/** @returns false when the row is no longer of that version */
export async function replaceSpecimen(db: Database, specimen: Specimen, version: number): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE specimens SET name = ?, model = ?, document = ?, hash = ?, version = version + 1 WHERE id = ? AND version = ?',
    [specimen.name, specimen.model, JSON.stringify(specimen), canonicalHash(specimen), specimen.id, version],
  );
  if (affected === 1) await keepGrams(db, SPECIMEN_NAMES, [specimen.id]);
  return affected === 1;
}
