import type { PictureData } from '../../core/picture/picture';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** Keeps a picture, unless it is kept already. */
export async function keepPicture(db: Database, hash: string, name: string, picture: PictureData): Promise<void> {
  await db.run('INSERT IGNORE INTO pictures (hash, name, kind, picture) VALUES (?, ?, ?, ?)', [
    hash,
    name,
    picture.kind,
    JSON.stringify(picture),
  ]);
}

/** The pictures of those hashes that are kept, by hash. */
export async function findPictures(db: Database, hashes: readonly string[]): Promise<Record<string, PictureData>> {
  if (hashes.length === 0) return {};
  const marks = hashes.map(() => '?').join(', ');
  const rows = await db.query<{ hash: string; picture: unknown }>(
    `SELECT hash, picture FROM pictures WHERE hash IN (${marks})`,
    [...hashes],
  );
  return Object.fromEntries(rows.map((row) => [row.hash, fromJson<PictureData>(row.picture)]));
}
