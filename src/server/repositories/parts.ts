import type { KeptPart } from '../../contract/parts';
import type { Part } from '../../core/format/part';
import type { Actor } from '../actor';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** The parts by name, with who kept them. */
export async function allParts(db: Database): Promise<KeptPart[]> {
  const rows = await db.query<{ id: string; document: unknown; maker: string }>(
    `SELECT parts.id, document, accounts.name AS maker FROM parts JOIN accounts ON accounts.id = made_by ORDER BY parts.name`,
  );
  return rows.map(({ id, document, maker }) => ({ id, part: fromJson<Part>(document), madeBy: maker }));
}

/** @throws a duplicate-key error when another part has the name */
export async function insertPart(db: Database, id: string, part: Part, { account }: Actor): Promise<void> {
  await db.run('INSERT INTO parts (id, name, document, made_by) VALUES (?, ?, ?, ?)', [
    id,
    part.name,
    JSON.stringify(part),
    account,
  ]);
}

export const deletePart = (db: Database, id: string): Promise<unknown> =>
  db.run('DELETE FROM parts WHERE id = ?', [id]);
