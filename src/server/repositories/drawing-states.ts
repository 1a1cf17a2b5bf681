import type { DrawingRow } from './drawings';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** What made a drawing what it was then. */
export type Occasion = 'sitting' | 'finished' | 'reopened' | 'revision' | 'move' | 'signature';

/** A drawing as it was: what it was made of, and what its sheets printed. */
export interface StateRow {
  id: number;
  version: number;
  occasion: Occasion;
  words: string;
  who: string;
  keptAt: Date;
  state: DrawingRow;
  /** The hash of what its sheets printed. */
  printed: string;
}

/** Keeps a state of a drawing, unless the same version is kept already. `keptAt`: ISO 8601; absent: now. */
export async function keepState(
  db: Database,
  drawing: string,
  state: Omit<StateRow, 'id' | 'keptAt'> & { keptAt?: string },
): Promise<void> {
  await db.run(
    `INSERT IGNORE INTO drawing_states (drawing_id, version, occasion, words, who, kept_at, state, printed)
     VALUES (?, ?, ?, ?, ?, COALESCE(?, CURRENT_TIMESTAMP), ?, ?)`,
    [
      drawing,
      state.version,
      state.occasion,
      state.words.slice(0, 500),
      state.who.slice(0, 120),
      state.keptAt === undefined ? null : new Date(state.keptAt),
      JSON.stringify(state.state),
      state.printed,
    ],
  );
}

/** The states of a drawing that are kept, the newest first. */
export async function statesOf(db: Database, drawing: string): Promise<Omit<StateRow, 'state' | 'printed'>[]> {
  return db.query(
    `SELECT id, version, occasion, words, who, kept_at AS keptAt FROM drawing_states WHERE drawing_id = ?
     ORDER BY version DESC`,
    [drawing],
  );
}

export async function findState(db: Database, drawing: string, id: number): Promise<StateRow | undefined> {
  const [row] = await db.query<Omit<StateRow, 'state'> & { state: unknown }>(
    `SELECT id, version, occasion, words, who, kept_at AS keptAt, state, printed FROM drawing_states
     WHERE drawing_id = ? AND id = ?`,
    [drawing, id],
  );
  return row && { ...row, state: fromJson<DrawingRow>(row.state) };
}

/** The newest state of a drawing that is kept. */
export async function newestState(db: Database, drawing: string): Promise<Pick<StateRow, 'version'> | undefined> {
  const [row] = await db.query<{ version: number }>(
    'SELECT version FROM drawing_states WHERE drawing_id = ? ORDER BY version DESC LIMIT 1',
    [drawing],
  );
  return row;
}
