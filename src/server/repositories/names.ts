import type { Database } from '../database';

const NAMES = {
  format: 'SELECT name FROM formats WHERE id = ?',
  starter: `SELECT JSON_VALUE(document, '$.name') AS name FROM starter_editions WHERE starter_id = ? ORDER BY number DESC LIMIT 1`,
  drawing: 'SELECT number AS name FROM drawings WHERE id = ?',
  specimen: 'SELECT name FROM specimens WHERE id = ?',
};

/** What has a page of its own. */
export type Named = keyof typeof NAMES;

/** What a thing is called, without reading all of it; undefined when there is none of that id. */
export async function findName(db: Database, of: Named, id: string): Promise<string | undefined> {
  const [row] = await db.query<{ name: string }>(NAMES[of], [id]);
  return row?.name;
}
