import type { PropertyDefinition } from '../../core/property/definition';
import type { Database } from '../database';
import { fromJson } from './json-column';

export interface PropertyRow {
  definition: PropertyDefinition;
  version: number;
}

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
