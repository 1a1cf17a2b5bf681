import type { Program } from '../../contract/programs';
import type { Actor } from '../actor';
import type { Database } from '../database';

interface Raw extends Omit<Program, 'lastUsed'> {
  lastUsed: string | null;
}

const toProgram = ({ lastUsed, ...row }: Raw): Program => ({ ...row, ...(lastUsed !== null && { lastUsed }) });

export async function allPrograms(db: Database): Promise<Program[]> {
  const rows = await db.query<Raw>(
    `SELECT programs.id, programs.name, accounts.name AS madeBy,
       DATE_FORMAT(programs.made_at, '%Y-%m-%dT%H:%i:%sZ') AS madeAt, DATE_FORMAT(programs.last_used, '%Y-%m-%dT%H:%i:%sZ') AS lastUsed
     FROM programs JOIN accounts ON accounts.id = programs.made_by ORDER BY programs.name`,
  );
  return rows.map(toProgram);
}

export async function insertProgram(
  db: Database,
  { id, name, tokenHash }: { id: string; name: string; tokenHash: string },
  { account }: Pick<Actor, 'account'>,
): Promise<void> {
  await db.run('INSERT INTO programs (id, name, token_hash, made_by) VALUES (?, ?, ?, ?)', [
    id,
    name,
    tokenHash,
    account,
  ]);
}

/** The name of a program that was there; undefined when there was none. */
export async function deleteProgram(db: Database, id: string): Promise<string | undefined> {
  const [row] = await db.query<{ name: string }>('SELECT name FROM programs WHERE id = ?', [id]);
  if (row) await db.run('DELETE FROM programs WHERE id = ?', [id]);
  return row?.name;
}

/** Whether a program has that token; when it asked last is kept to the minute. */
export async function isTokenOfProgram(db: Database, tokenHash: string): Promise<boolean> {
  const [row] = await db.query<{ id: string }>('SELECT id FROM programs WHERE token_hash = ?', [tokenHash]);
  if (!row) return false;
  await db.run(
    'UPDATE programs SET last_used = CURRENT_TIMESTAMP(3) WHERE id = ? AND (last_used IS NULL OR last_used < CURRENT_TIMESTAMP(3) - INTERVAL 1 MINUTE)',
    [row.id],
  );
  return true;
}
