import type { NumberingRule } from '../../core/drawing/numbering';
import type { Database } from '../database';

/** A rule of numbering; with *lock* it is this transaction's until it ends. */
export async function findNumbering(
  db: Database,
  id: string,
  how: 'read' | 'lock',
): Promise<NumberingRule | undefined> {
  const sql = `SELECT prefix, digits, next FROM numbering WHERE id = ?${how === 'lock' ? ' FOR UPDATE' : ''}`;
  return (await db.query<NumberingRule>(sql, [id]))[0];
}

export async function keepNumbering(db: Database, id: string, { prefix, digits, next }: NumberingRule): Promise<void> {
  await db.run('REPLACE INTO numbering (id, prefix, digits, next) VALUES (?, ?, ?, ?)', [id, prefix, digits, next]);
}

/** Whether a drawing has that number. */
export async function isNumberTaken(db: Database, number: string): Promise<boolean> {
  return (await db.query('SELECT 1 FROM drawings WHERE number = ?', [number])).length > 0;
}
