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
