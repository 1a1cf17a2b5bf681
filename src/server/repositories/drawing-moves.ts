import type { KeptMove } from '../../core/drawing/moving';
import type { Actor } from '../actor';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** A move of a drawing, as it is kept. */
export interface MoveRow {
  id: string;
  /** The version of the drawing that it made. */
  version: number;
  who: string;
  movedAt: Date;
  words: string;
  kept: KeptMove;
}

/** Keeps a move, inside the transaction that makes it. */
export async function insertMove(
  db: Database,
  { account }: Actor,
  drawing: string,
  { id, version, words, kept }: Omit<MoveRow, 'who' | 'movedAt'>,
): Promise<void> {
  await db.run(
    'INSERT INTO drawing_moves (id, drawing_id, version, account_id, words, kept) VALUES (?, ?, ?, ?, ?, ?)',
    [id, drawing, version, account, words.slice(0, 500), JSON.stringify(kept)],
  );
}

/** The last move of a drawing that was not undone. */
export async function lastMove(db: Database, drawing: string): Promise<MoveRow | undefined> {
  const [row] = await db.query<Omit<MoveRow, 'kept'> & { kept: unknown }>(
    `SELECT drawing_moves.id, drawing_moves.version, accounts.name AS who, moved_at AS movedAt, words, kept FROM drawing_moves
     JOIN accounts ON accounts.id = account_id
     WHERE drawing_id = ? AND undone IS NULL ORDER BY drawing_moves.version DESC LIMIT 1`,
    [drawing],
  );
  return row && { ...row, kept: fromJson<KeptMove>(row.kept) };
}

/** Marks a move as undone by a version of its drawing. */
export async function markUndone(db: Database, move: string, version: number): Promise<void> {
  await db.run('UPDATE drawing_moves SET undone = ? WHERE id = ?', [version, move]);
}
