import type { PropertyDefinition } from '../../core/property/definition';
import { valuesById } from '../../core/property/places-by-name';
import type { Values } from '../../core/property/value';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';
import { allProperties } from './properties';

/** Where values other than a model's come from; values by property id. */
export interface ValuePlace {
  id: string;
  source: 'organisation' | 'project' | 'drawing';
  name: string;
  values: Values;
  /** Of the organisation's sites the one that sheets print. */
  isDefault: boolean;
}

interface Raw {
  id: string;
  source: ValuePlace['source'];
  name: string;
  value_list: unknown;
  data_version: number;
  is_default: number;
}

/** Version 1 gave values by name. */
const DATA_VERSION = 2;

async function toPlaces(db: Database, rows: Raw[]): Promise<ValuePlace[]> {
  let properties: PropertyDefinition[] | undefined;
  const places: ValuePlace[] = [];
  for (const { id, source, name, value_list, data_version, is_default } of rows) {
    const values = fromJson<Values>(value_list);
    if (data_version < DATA_VERSION) properties ??= (await allProperties(db)).map(({ definition }) => definition);
    places.push({
      id,
      source,
      name,
      values: data_version < DATA_VERSION ? valuesById(values, source, properties!) : values,
      isDefault: is_default === 1,
    });
  }
  return places;
}

const COLUMNS = 'id, source, name, value_list, data_version, is_default';

/** The places of a source by name, the default one first. */
export async function placesOf(db: Database, source: ValuePlace['source']): Promise<ValuePlace[]> {
  return toPlaces(
    db,
    await db.query<Raw>(`SELECT ${COLUMNS} FROM value_places WHERE source = ? ORDER BY is_default DESC, name`, [
      source,
    ]),
  );
}

export async function findPlaces(db: Database, ids: readonly string[]): Promise<Map<string, ValuePlace>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<Raw>(`SELECT ${COLUMNS} FROM value_places WHERE id IN (${marks(ids)})`, [...ids]);
  return new Map((await toPlaces(db, rows)).map((place) => [place.id, place]));
}

/** One place, held until the transaction ends. */
export async function lockPlace(db: Database, id: string): Promise<ValuePlace | undefined> {
  const rows = await db.query<Raw>(`SELECT ${COLUMNS} FROM value_places WHERE id = ? FOR UPDATE`, [id]);
  return (await toPlaces(db, rows))[0];
}

export async function insertValuePlace(db: Database, place: ValuePlace): Promise<void> {
  await db.run(
    'INSERT INTO value_places (id, source, name, value_list, data_version, is_default) VALUES (?, ?, ?, ?, ?, ?)',
    [place.id, place.source, place.name, JSON.stringify(place.values), DATA_VERSION, place.isDefault],
  );
}

/** Keeps a place's name and values; a default one takes the default from the others of its source. */
export async function replacePlace(db: Database, { id, source, name, values, isDefault }: ValuePlace): Promise<void> {
  if (isDefault) await db.run('UPDATE value_places SET is_default = 0 WHERE source = ? AND id <> ?', [source, id]);
  await db.run(
    'UPDATE value_places SET name = ?, value_list = ?, data_version = ?, is_default = ?, version = version + 1 WHERE id = ?',
    [name, JSON.stringify(values), DATA_VERSION, isDefault, id],
  );
}

/** How many formats and drawings name a place. */
export async function usesOfPlace(db: Database, id: string): Promise<{ formats: number; drawings: number }> {
  const [row] = await db.query<{ formats: number; drawings: number }>(
    `SELECT (SELECT COUNT(*) FROM formats WHERE ? IN (project_id, sample_id)) AS formats,
       (SELECT COUNT(*) FROM drawings WHERE ? IN (project_id, site_id)) AS drawings`,
    [id, id],
  );
  return { formats: Number(row!.formats), drawings: Number(row!.drawings) };
}

export async function deletePlace(db: Database, id: string): Promise<void> {
  await db.run('DELETE FROM value_places WHERE id = ?', [id]);
}
