import type { ProfileRevision } from '../../contract/profiles';
import { PROFILE_VERSION, type ProfileDocument } from '../../core/profile/document';
import { storedProfile } from '../../core/profile/reading';
import type { PropertyDefinition } from '../../core/property/definition';
import { type Database, marks, notAmong } from '../database';
import { fromJson } from './json-column';
import { allProperties } from './properties';

export interface ProfileRow {
  id: string;
  name: string;
  document: ProfileDocument;
  version: number;
}

interface Raw {
  id: string;
  name: string;
  document: unknown;
  version: number;
}

/** What is stored stays as it is; a document of an earlier version is read as one of the newest. */
async function inNewest(db: Database, stored: readonly unknown[]): Promise<ProfileDocument[]> {
  const documents = stored.map((document) => fromJson<{ version: number }>(document));
  const old = documents.some(({ version }) => version < PROFILE_VERSION);
  const properties: PropertyDefinition[] = old ? (await allProperties(db)).map(({ definition }) => definition) : [];
  return documents.map((document) => storedProfile(document, properties));
}

async function toRows(db: Database, raw: Raw[]): Promise<ProfileRow[]> {
  const documents = await inNewest(
    db,
    raw.map(({ document }) => document),
  );
  return raw.map(({ id, name, version }, i) => ({ id, name, version, document: documents[i]! }));
}

const COLUMNS = 'id, name, document, version';

/** All profiles by name. */
export async function allProfiles(db: Database): Promise<ProfileRow[]> {
  return toRows(db, await db.query<Raw>(`SELECT ${COLUMNS} FROM profiles ORDER BY name, id`));
}

export async function findProfile(db: Database, id: string): Promise<ProfileRow | undefined> {
  return (await toRows(db, await db.query<Raw>(`SELECT ${COLUMNS} FROM profiles WHERE id = ?`, [id])))[0];
}

/** One profile, held until the transaction ends. */
export async function lockProfile(db: Database, id: string): Promise<ProfileRow | undefined> {
  return (await toRows(db, await db.query<Raw>(`SELECT ${COLUMNS} FROM profiles WHERE id = ? FOR UPDATE`, [id])))[0];
}

export async function insertProfile(db: Database, { id, name, document }: Omit<ProfileRow, 'version'>): Promise<void> {
  await db.run('INSERT INTO profiles (id, name, document) VALUES (?, ?, ?)', [id, name, JSON.stringify(document)]);
}

/** Keeps a profile's name and document. */
export async function replaceProfile(db: Database, { id, name, document }: ProfileRow): Promise<void> {
  await db.run('UPDATE profiles SET name = ?, document = ?, version = version + 1 WHERE id = ?', [
    name,
    JSON.stringify(document),
    id,
  ]);
}

export async function deleteProfile(db: Database, id: string): Promise<void> {
  await db.run('DELETE FROM profiles WHERE id = ?', [id]);
}

/** How many formats and drawings name each profile. */
export async function usesOfProfiles(
  db: Database,
  hidden: readonly string[] = [],
): Promise<Map<string, { formats: number; drawings: number }>> {
  const rows = await db.query<{ id: string; formats: number; drawings: number }>(
    `SELECT id, (SELECT COUNT(*) FROM formats WHERE profile_id = profiles.id${notAmong('formats.id', hidden)}) AS formats,
       (SELECT COUNT(*) FROM drawings WHERE profile_id = profiles.id) AS drawings
     FROM profiles`,
    [...hidden],
  );
  return new Map(
    rows.map(({ id, formats, drawings }) => [id, { formats: Number(formats), drawings: Number(drawings) }]),
  );
}

/** The released revisions of a profile, the newest first, without their documents. */
export async function revisionsOf(db: Database, id: string): Promise<ProfileRevision[]> {
  const rows = await db.query<{ number: number; why: string; who: string; at: Date }>(
    'SELECT number, why, released_by AS who, released_at AS at FROM profile_revisions WHERE profile_id = ? ORDER BY number DESC',
    [id],
  );
  return rows.map(({ number, why, who, at }) => ({ number, why, who, when: at.toISOString() }));
}

/** A released revision of a profile; the newest one when no number is given. */
export async function findRevision(
  db: Database,
  id: string,
  number?: number,
): Promise<{ number: number; document: ProfileDocument } | undefined> {
  const [row] = await db.query<{ number: number; document: unknown }>(
    `SELECT number, document FROM profile_revisions WHERE profile_id = ? ${number === undefined ? '' : 'AND number = ?'}
     ORDER BY number DESC LIMIT 1`,
    number === undefined ? [id] : [id, number],
  );
  return row && { number: row.number, document: (await inNewest(db, [row.document]))[0]! };
}

/** The newest released revision of each of some profiles. */
export async function newestRevisions(
  db: Database,
  ids: readonly string[],
): Promise<Map<string, { number: number; document: ProfileDocument }>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<{ id: string; number: number; document: unknown }>(
    `SELECT profile_id AS id, number, document FROM profile_revisions
     WHERE (profile_id, number) IN (SELECT profile_id, MAX(number) FROM profile_revisions WHERE profile_id IN (${marks(ids)}) GROUP BY profile_id)`,
    [...ids],
  );
  const documents = await inNewest(
    db,
    rows.map(({ document }) => document),
  );
  return new Map(rows.map(({ id, number }, i) => [id, { number, document: documents[i]! }]));
}

export async function insertRevision(
  db: Database,
  id: string,
  { number, document, why, who }: { number: number; document: ProfileDocument; why: string; who: string },
): Promise<void> {
  await db.run(
    'INSERT INTO profile_revisions (profile_id, number, document, why, released_by) VALUES (?, ?, ?, ?, ?)',
    [id, number, JSON.stringify(document), why, who],
  );
}
