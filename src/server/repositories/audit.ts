import type { Database } from '../database';

/** Notes a change of a standard: one row for a person, a subject and a sitting, counted up by further changes. */
export async function noteChange(
  db: Database,
  entry: { account: string; subject: string; sitting: string; words: string },
): Promise<void> {
  await db.run(
    'INSERT INTO audit (account_id, subject, sitting, words) VALUES (?, ?, ?, ?) ON DUPLICATE KEY UPDATE changes = changes + 1, words = VALUES(words)',
    [entry.account, entry.subject, entry.sitting, entry.words],
  );
}
