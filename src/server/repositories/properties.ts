import type { PropertyRow } from '../../contract/properties';
import type { PropertyDefinition } from '../../core/property/definition';
import { type Database, marks, notAmong } from '../database';
import { fromJson } from './json-column';

interface Raw {
  definition: unknown;
  version: number;
}

const toRow = (raw: Raw): PropertyRow => ({ definition: fromJson(raw.definition), version: raw.version });

export async function allProperties(db: Database): Promise<PropertyRow[]> {
  return (await db.query<Raw>('SELECT definition, version FROM properties ORDER BY position, name')).map(toRow);
}

export async function findProperty(db: Database, id: string): Promise<PropertyRow | undefined> {
  return (await db.query<Raw>('SELECT definition, version FROM properties WHERE id = ?', [id])).map(toRow)[0];
}

/** @throws a duplicate-key error when the id or the name is taken */
export async function insertProperty(db: Database, definition: PropertyDefinition): Promise<void> {
  await db.run(
    'INSERT INTO properties (id, name, source, definition, position) SELECT ?, ?, ?, ?, COALESCE(MAX(position), 0) + 1 FROM properties',
    [definition.id, definition.name, definition.source, JSON.stringify(definition)],
  );
}

export async function deleteProperty(db: Database, id: string): Promise<boolean> {
  const { affected } = await db.run('DELETE FROM properties WHERE id = ?', [id]);
  return affected === 1;
}

/** @returns false when the row is no longer of that version. @throws a duplicate-key error when the name is taken */
export async function replaceProperty(db: Database, definition: PropertyDefinition, version: number): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE properties SET name = ?, source = ?, definition = ?, version = version + 1 WHERE id = ? AND version = ?',
    [definition.name, definition.source, JSON.stringify(definition), definition.id, version],
  );
  return affected === 1;
}

/** A cell of an edition that prints a property. */
export interface PropertyUse {
  property: string;
  block: string;
  cell: string;
  /** Cell and block in words. */
  place: string;
}

/** Replaces what is kept of where an edition uses properties. */
export async function replaceUses(db: Database, edition: string, uses: readonly PropertyUse[]): Promise<void> {
  await db.run('DELETE FROM property_uses WHERE edition_id = ?', [edition]);
  if (uses.length === 0) return;
  await db.run(
    `INSERT IGNORE INTO property_uses (property_id, edition_id, block_id, cell_id, place) VALUES ${uses.map(() => '(?, ?, ?, ?, ?)').join(', ')}`,
    uses.flatMap(({ property, block, cell, place }) => [property, edition, block, cell, place.slice(0, 300)]),
  );
}

/** How many cells of all editions print each property, by its id. */
export async function countUses(db: Database, hidden: readonly string[]): Promise<Map<string, number>> {
  const rows = await db.query<{ property: string; uses: number }>(
    `SELECT property_id AS property, COUNT(*) AS uses FROM property_uses JOIN editions ON editions.id = edition_id
     WHERE TRUE${notAmong('format_id', hidden)} GROUP BY property_id`,
    [...hidden],
  );
  return new Map(rows.map(({ property, uses }) => [property, Number(uses)]));
}

/** Where a property is used, in words, so many of the places; and how many there are. Formats that are `hidden` do not count. */
export async function usesOf(
  db: Database,
  id: string,
  most: number,
  hidden: readonly string[] = [],
): Promise<{ places: string[]; total: number }> {
  const rows = await db.query<{ format: string; number: number; place: string }>(
    `SELECT formats.name AS format, editions.number, place FROM property_uses
     JOIN editions ON editions.id = edition_id JOIN formats ON formats.id = format_id
     WHERE property_id = ?${notAmong('format_id', hidden)} ORDER BY formats.name, editions.number DESC, place LIMIT ${Math.trunc(most)}`,
    [id, ...hidden],
  );
  const [count] = await db.query<{ n: number }>(
    `SELECT COUNT(*) AS n FROM property_uses JOIN editions ON editions.id = edition_id
     WHERE property_id = ?${notAmong('format_id', hidden)}`,
    [id, ...hidden],
  );
  return {
    places: rows.map(({ format, number, place }) => `${format}, edition ${number}: ${place}`),
    total: Number(count!.n),
  };
}

/** The editions that use a property, each with its state and its format's name, behind one by id. */
export async function editionsUsing(
  db: Database,
  id: string,
): Promise<{ id: string; state: string; number: number; name: string }[]> {
  return db.query(
    `SELECT DISTINCT editions.id, editions.state, editions.number, formats.name FROM property_uses
     JOIN editions ON editions.id = edition_id JOIN formats ON formats.id = format_id
     WHERE property_id = ? ORDER BY formats.name, editions.number`,
    [id],
  );
}

/** Those of the ids that are in the dictionary. */
export async function knownProperties(db: Database, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await db.query<{ id: string }>(`SELECT id FROM properties WHERE id IN (${marks(ids)})`, [...ids]);
  return new Set(rows.map(({ id }) => id));
}
