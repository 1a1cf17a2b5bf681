import type { Database } from '../database';
import { fromJson } from './json-column';

/** A setting of the office as it was kept; undefined when none was. */
export async function findSetting(db: Database, id: string): Promise<unknown> {
  const [row] = await db.query<{ setting: unknown }>('SELECT setting FROM office_settings WHERE id = ?', [id]);
  return row && fromJson(row.setting);
}

export async function keepSetting(db: Database, id: string, setting: unknown): Promise<void> {
  await db.run('REPLACE INTO office_settings (id, setting) VALUES (?, ?)', [id, JSON.stringify(setting)]);
}
