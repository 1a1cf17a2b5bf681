import type { Database } from '../database';

/** Keeps a snapshot under its hash, unless it is kept already. */
export async function keepSnapshot(db: Database, { hash, text }: { hash: string; text: string }): Promise<void> {
  await db.run('INSERT IGNORE INTO snapshots (hash, content) VALUES (?, ?)', [hash, text]);
}

/** The text that is kept under a hash. */
export async function findSnapshot(db: Database, hash: string): Promise<string | undefined> {
  return (await db.query<{ content: string }>('SELECT content FROM snapshots WHERE hash = ?', [hash]))[0]?.content;
}
