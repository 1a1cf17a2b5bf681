import type { Actor } from '../actor';
import type { Database } from '../database';

/** Steps of a sitting that are kept word for word. */
const MOST_STEPS = 200;

/** What was done to a subject, the newest first: who, when, and in which words. */
export async function changesOf(
  db: Database,
  subject: string,
  most: number,
): Promise<{ who: string; when: Date; words: string }[]> {
  return db.query<{ who: string; when: Date; words: string }>(
    `SELECT accounts.name AS who, audit_steps.done_at AS \`when\`, audit_steps.words FROM audit_steps
     JOIN audit ON audit.id = audit_steps.audit_id JOIN accounts ON accounts.id = audit.account_id
     WHERE audit.subject = ? ORDER BY audit_steps.id DESC LIMIT ${Math.trunc(most)}`,
    [subject],
  );
}

/**
 * Notes what somebody did to a standard: one row for a person, a subject and a sitting, and under it each step in its words.
 *
 * @param words one entry a step, in order
 */
export async function noteChange(
  db: Database,
  { account }: Actor,
  { subject, sitting, words }: { subject: string; sitting: string; words: readonly string[] },
): Promise<void> {
  const steps = words.slice(-MOST_STEPS).map((one) => one.slice(0, 500));
  const { inserted } = await db.run(
    `INSERT INTO audit (account_id, subject, sitting, words, changes) VALUES (?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id), changes = changes + VALUES(changes), words = VALUES(words)`,
    [account, subject, sitting, steps.at(-1) ?? '', words.length],
  );
  if (steps.length > 0)
    await db.run(
      `INSERT INTO audit_steps (audit_id, words) VALUES ${steps.map(() => '(?, ?)').join(', ')}`,
      steps.flatMap((one) => [inserted, one]),
    );
}

/** Whether somebody has ever changed a subject. */
export async function hasChanged(db: Database, { account }: Pick<Actor, 'account'>, subject: string): Promise<boolean> {
  const rows = await db.query('SELECT 1 FROM audit WHERE account_id = ? AND subject = ? LIMIT 1', [account, subject]);
  return rows.length > 0;
}

/** What was done to a subject and to those whose names begin so, in one sitting of one person. */
export interface SittingRow {
  subject: string;
  sitting: string;
  who: string;
  firstAt: Date;
  lastAt: Date;
  changes: number;
  steps: string[];
}

/** The sittings at a subject and at what belongs to it (its name, a comma), the newest first, each with its steps in order. */
export async function sittingsOf(db: Database, subject: string, most: number): Promise<SittingRow[]> {
  const rows = await db.query<Omit<SittingRow, 'steps'> & { id: number }>(
    `SELECT audit.id, subject, sitting, accounts.name AS who, first_at AS firstAt, last_at AS lastAt, changes
     FROM audit JOIN accounts ON accounts.id = account_id
     WHERE subject = ? OR subject LIKE CONCAT(?, ', %') ORDER BY last_at DESC, audit.id DESC LIMIT ${Math.trunc(most)}`,
    [subject, subject.replace(/[\\%_]/g, '\\$&')],
  );
  if (rows.length === 0) return [];
  const steps = await db.query<{ audit_id: number; words: string }>(
    `SELECT audit_id, words FROM audit_steps WHERE audit_id IN (${rows.map(() => '?').join(', ')}) ORDER BY id`,
    rows.map(({ id }) => id),
  );
  const bySitting = new Map<number, string[]>(rows.map(({ id }) => [id, []]));
  for (const { audit_id, words } of steps) bySitting.get(audit_id)!.push(words);
  return rows.map(({ id, ...row }) => ({ ...row, steps: bySitting.get(id)! }));
}
