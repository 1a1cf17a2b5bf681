import type { Database } from '../database';

/** Keeps a file of shapes, unless it is kept already. */
export async function keepShape(db: Database, hash: string, name: string, bytes: Uint8Array): Promise<void> {
  await db.run('INSERT IGNORE INTO shapes (hash, name, bytes) VALUES (?, ?, ?)', [hash, name, Buffer.from(bytes)]);
}

export async function findShape(db: Database, hash: string): Promise<{ name: string; bytes: Uint8Array } | undefined> {
  return (
    await db.query<{ name: string; bytes: Uint8Array }>('SELECT name, bytes FROM shapes WHERE hash = ?', [hash])
  )[0];
}

/** Those of the hashes that no kept file has. */
export async function missingShapes(db: Database, hashes: readonly string[]): Promise<string[]> {
  if (hashes.length === 0) return [];
  const marks = hashes.map(() => '?').join(', ');
  const rows = await db.query<{ hash: string }>(`SELECT hash FROM shapes WHERE hash IN (${marks})`, [...hashes]);
  const kept = new Set(rows.map(({ hash }) => hash));
  return hashes.filter((hash) => !kept.has(hash));
}
