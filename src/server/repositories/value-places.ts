import type { PropertyDefinition } from '../../core/property/definition';
import { valuesById } from '../../core/property/places-by-name';
import type { Values } from '../../core/property/value';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';
import { allProperties } from './properties';

/** Where values other than a model's come from; values by property id. */
export interface ValuePlace {
  id: string;
  source: 'organisation' | 'project' | 'profile' | 'drawing';
  name: string;
  values: Values;
}

interface Raw {
  id: string;
  source: ValuePlace['source'];
  name: string;
  value_list: unknown;
  data_version: number;
}

/** Version 1 gave values by name. */
const DATA_VERSION = 2;

async function toPlaces(db: Database, rows: Raw[]): Promise<ValuePlace[]> {
  let properties: PropertyDefinition[] | undefined;
  const places: ValuePlace[] = [];
  for (const { id, source, name, value_list, data_version } of rows) {
    const values = fromJson<Values>(value_list);
    if (data_version < DATA_VERSION) properties ??= (await allProperties(db)).map(({ definition }) => definition);
    places.push({
      id,
      source,
      name,
      values: data_version < DATA_VERSION ? valuesById(values, source, properties!) : values,
    });
  }
  return places;
}

const COLUMNS = 'id, source, name, value_list, data_version';

/** The places of a source by name. */
export async function placesOf(db: Database, source: ValuePlace['source']): Promise<ValuePlace[]> {
  return toPlaces(
    db,
    await db.query<Raw>(`SELECT ${COLUMNS} FROM value_places WHERE source = ? ORDER BY name`, [source]),
  );
}

export async function findPlaces(db: Database, ids: readonly string[]): Promise<Map<string, ValuePlace>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<Raw>(`SELECT ${COLUMNS} FROM value_places WHERE id IN (${marks(ids)})`, [...ids]);
  return new Map((await toPlaces(db, rows)).map((place) => [place.id, place]));
}

export async function insertValuePlace(db: Database, place: ValuePlace): Promise<void> {
  await db.run('INSERT INTO value_places (id, source, name, value_list, data_version) VALUES (?, ?, ?, ?, ?)', [
    place.id,
    place.source,
    place.name,
    JSON.stringify(place.values),
    DATA_VERSION,
  ]);
}
