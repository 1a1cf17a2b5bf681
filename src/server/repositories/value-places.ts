import type { Values } from '../../core/property/value';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** Where values other than a model's come from. */
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
}

export async function allValuePlaces(db: Database): Promise<ValuePlace[]> {
  const rows = await db.query<Raw>('SELECT id, source, name, value_list FROM value_places ORDER BY name');
  return rows.map(({ id, source, name, value_list }) => ({ id, source, name, values: fromJson(value_list) }));
}

export async function insertValuePlace(db: Database, place: ValuePlace): Promise<void> {
  await db.run('INSERT INTO value_places (id, source, name, value_list) VALUES (?, ?, ?, ?)', [
    place.id,
    place.source,
    place.name,
    JSON.stringify(place.values),
  ]);
}
