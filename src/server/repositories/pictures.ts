import type { PictureData } from '../../core/picture/picture';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';

/** Keeps a picture, unless it is kept already; of a raster its file too. */
export async function keepPicture(
  db: Database,
  hash: string,
  name: string,
  picture: PictureData,
  bytes: Uint8Array | undefined,
): Promise<void> {
  await db.run('INSERT IGNORE INTO pictures (hash, name, kind, picture, bytes) VALUES (?, ?, ?, ?, ?)', [
    hash,
    name,
    picture.kind,
    JSON.stringify(picture),
    bytes ? Buffer.from(bytes) : null,
  ]);
}

/** The pictures of those hashes that are kept, by hash. */
export async function findPictures(db: Database, hashes: readonly string[]): Promise<Map<string, PictureData>> {
  if (hashes.length === 0) return new Map();
  const rows = await db.query<{ hash: string; picture: unknown }>(
    `SELECT hash, picture FROM pictures WHERE hash IN (${marks(hashes)})`,
    [...hashes],
  );
  return new Map(rows.map((row) => [row.hash, fromJson<PictureData>(row.picture)]));
}

/** The names under which pictures were taken in, by hash. */
export async function pictureNames(db: Database, hashes: readonly string[]): Promise<Map<string, string>> {
  if (hashes.length === 0) return new Map();
  const rows = await db.query<{ hash: string; name: string }>(
    `SELECT hash, name FROM pictures WHERE hash IN (${marks(hashes)})`,
    [...hashes],
  );
  return new Map(rows.map(({ hash, name }) => [hash, name]));
}

/** The files of those of the pictures that are rasters, by hash. */
export async function findPictureFiles(db: Database, hashes: readonly string[]): Promise<Map<string, Uint8Array>> {
  if (hashes.length === 0) return new Map();
  const rows = await db.query<{ hash: string; bytes: Uint8Array }>(
    `SELECT hash, bytes FROM pictures WHERE bytes IS NOT NULL AND hash IN (${marks(hashes)})`,
    [...hashes],
  );
  return new Map(rows.map(({ hash, bytes }) => [hash, bytes]));
}
