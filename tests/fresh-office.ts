import { database } from '../src/server/database';
import { seed } from '../src/server/seed';

/** Every table, those that refer to others before them. */
const TABLES = [
  'jobs',
  'store_models',
  'store_state',
  'drawings',
  'numbering',
  'shapes',
  'materials',
  'fonts',
  'pictures',
  'audit',
  'editions',
  'formats',
  'specimens',
  'properties',
  'value_places',
  'accounts',
];

/** Empties the database and seeds it with the demo scenario. */
export async function freshOffice(): Promise<void> {
  for (const table of TABLES) await database.run(`DELETE FROM ${table}`);
  await seed('demo');
}
