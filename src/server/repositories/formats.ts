import type { EditionState } from '../../contract/formats';
import type { FormatDocument } from '../../core/format/document';
import { DOCUMENT_VERSION } from '../../core/format/document';
import { storedDocument } from '../../core/format/reading';
import type { RevisionRow } from '../../core/revision/rows';
import type { Actor } from '../actor';
import { type Database, marks, notAmong } from '../database';
import { fromJson } from './json-column';
import { allProperties } from './properties';

export interface ProofSettings {
  today: string;
  scale: string;
  /** Revisions of the sample drawing. */
  revisions?: RevisionRow[];
}

export interface FormatRow {
  id: string;
  name: string;
  profileId: string;
  sampleId: string;
  projectId: string;
  settings: ProofSettings;
  /** The account that made it; null for one from before that was kept. */
  madeBy: string | null;
}

/** A format as the shelf describes it. */
export interface DescribedFormat {
  id: string;
  name: string;
  description: string;
  category: string;
  tags: string[];
}

export interface EditionRow {
  id: string;
  formatId: string;
  number: number;
  state: EditionState;
  document: FormatDocument;
  hash: string;
  version: number;
  /** The format that is to be used instead of a withdrawn one. */
  successor: string | null;
}

interface RawFormat {
  id: string;
  name: string;
  profile_id: string;
  sample_id: string;
  project_id: string;
  proof_settings: unknown;
  made_by: string | null;
}

interface RawEdition {
  id: string;
  format_id: string;
  number: number;
  state: EditionState;
  document: unknown;
  hash: string;
  version: number;
  successor: string | null;
}

const toFormat = (row: RawFormat): FormatRow => ({
  id: row.id,
  name: row.name,
  profileId: row.profile_id,
  sampleId: row.sample_id,
  projectId: row.project_id,
  settings: fromJson(row.proof_settings),
  madeBy: row.made_by,
});

/** What is stored stays as it is; a document of an earlier version is read as one of the newest. */
async function toEditions(db: Database, rows: RawEdition[]): Promise<EditionRow[]> {
  const documents = rows.map((row) => fromJson<{ version: number }>(row.document));
  const old = documents.some(({ version }) => version < DOCUMENT_VERSION);
  const properties = old ? (await allProperties(db)).map(({ definition }) => definition) : [];
  return rows.map((row, i) => ({
    id: row.id,
    formatId: row.format_id,
    number: row.number,
    state: row.state,
    document: storedDocument(documents[i], properties),
    hash: row.hash,
    version: row.version,
    successor: row.successor,
  }));
}

const FORMAT = 'id, name, profile_id, sample_id, project_id, proof_settings, made_by';
const EDITION = 'id, format_id, number, state, document, hash, version, successor';

/** How many drawings stand on an edition or have a sheet on it, as an expression. */
export const drawingsOn = (edition: string) =>
  `((SELECT COUNT(*) FROM drawings WHERE drawings.edition_id = ${edition}.id)
    + (SELECT COUNT(DISTINCT drawing_id) FROM drawing_sheets JOIN drawings ON drawings.id = drawing_id
        WHERE drawing_sheets.edition_id = ${edition}.id AND drawings.edition_id <> ${edition}.id))`;

export async function firstFormat(db: Database): Promise<FormatRow | undefined> {
  return (await db.query<RawFormat>(`SELECT ${FORMAT} FROM formats ORDER BY created_at, id LIMIT 1`)).map(toFormat)[0];
}

export async function findFormat(db: Database, id: string): Promise<FormatRow | undefined> {
  return (await db.query<RawFormat>(`SELECT ${FORMAT} FROM formats WHERE id = ?`, [id])).map(toFormat)[0];
}

export async function setProfile(db: Database, id: string, profileId: string): Promise<void> {
  await db.run('UPDATE formats SET profile_id = ? WHERE id = ?', [profileId, id]);
}

/** @throws a duplicate-key error when the name is taken */
export async function insertFormat(db: Database, row: FormatRow): Promise<void> {
  await db.run(`INSERT INTO formats (${FORMAT}) VALUES (?, ?, ?, ?, ?, ?, ?)`, [
    row.id,
    row.name,
    row.profileId,
    row.sampleId,
    row.projectId,
    JSON.stringify(row.settings),
    row.madeBy,
  ]);
}

/** @throws a duplicate-key error when the name is taken */
export async function setFormatName(db: Database, id: string, name: string): Promise<void> {
  await db.run('UPDATE formats SET name = ? WHERE id = ?', [name, id]);
}

/** The newest edition of a format. */
export async function newestEdition(db: Database, formatId: string): Promise<EditionRow | undefined> {
  const rows = await db.query<RawEdition>(
    `SELECT ${EDITION} FROM editions WHERE format_id = ? ORDER BY number DESC LIMIT 1`,
    [formatId],
  );
  return (await toEditions(db, rows))[0];
}

/** The newest released edition that counts by a day of the office, YYYY-MM-DD: the one that new drawings are made on. */
export async function editionInForce(db: Database, formatId: string, today: string): Promise<EditionRow | undefined> {
  const rows = await db.query<RawEdition>(
    `SELECT ${EDITION} FROM editions JOIN edition_releases ON edition_id = id
     WHERE format_id = ? AND state = 'released' AND counts_from <= ? ORDER BY number DESC LIMIT 1`,
    [formatId, today],
  );
  return (await toEditions(db, rows))[0];
}

/** The number of the edition that new drawings are made on, by a day of the office, YYYY-MM-DD. */
export async function numberInForce(db: Database, formatId: string, today: string): Promise<number | undefined> {
  const [row] = await db.query<{ number: number | null }>(
    `SELECT MAX(number) AS number FROM editions JOIN edition_releases ON edition_id = id
     WHERE format_id = ? AND state = 'released' AND counts_from <= ?`,
    [formatId, today],
  );
  return row?.number ?? undefined;
}

/** Every format by name, with what the shelf says of it. */
export async function allFormats(db: Database): Promise<DescribedFormat[]> {
  const rows = await db.query<Omit<DescribedFormat, 'tags'> & { tags: unknown }>(
    'SELECT id, name, description, category, tags FROM formats ORDER BY name',
  );
  return rows.map(({ tags, ...row }) => ({ ...row, tags: fromJson<string[]>(tags) }));
}

/** A format with the edition that counts on a day, by what that froze. */
export interface FormatInForce {
  id: string;
  name: string;
  description: string;
  /** The number of the edition, and the hash of its snapshot. */
  edition: number;
  snapshot: string;
}

/** Every format with a released edition that counts on a day, by name, with the newest of them. @param id of one alone */
export async function formatsInForce(db: Database, today: string, id?: string): Promise<FormatInForce[]> {
  const own = id === undefined ? '' : 'AND format_id = ?';
  return db.query<FormatInForce>(
    `SELECT formats.id, formats.name, formats.description, editions.number AS edition, edition_releases.snapshot
     FROM (SELECT format_id, MAX(number) AS number FROM editions JOIN edition_releases ON edition_id = id
           WHERE state = 'released' AND counts_from <= ? ${own} GROUP BY format_id) AS newest
     JOIN editions ON editions.format_id = newest.format_id AND editions.number = newest.number
     JOIN edition_releases ON edition_releases.edition_id = editions.id
     JOIN formats ON formats.id = newest.format_id ORDER BY formats.name`,
    id === undefined ? [today] : [today, id],
  );
}

/** The newest edition of a format that is released, whenever it counts, else the newest withdrawn; none while it has only an open one. */
export async function newestFrozen(db: Database, formatId: string): Promise<EditionRow | undefined> {
  const rows = await db.query<RawEdition>(
    `SELECT ${EDITION} FROM editions WHERE format_id = ? AND state <> 'open' ORDER BY state = 'released' DESC, number DESC LIMIT 1`,
    [formatId],
  );
  return (await toEditions(db, rows))[0];
}

/** An edition, held until the transaction ends. */
export async function lockEdition(db: Database, id: string): Promise<EditionRow | undefined> {
  const rows = await db.query<RawEdition>(`SELECT ${EDITION} FROM editions WHERE id = ? FOR UPDATE`, [id]);
  return (await toEditions(db, rows))[0];
}

/** An edition as the history of its format lists it. */
export interface ListedEdition extends Pick<EditionRow, 'id' | 'number' | 'state' | 'version' | 'hash' | 'successor'> {
  drawings: number;
  changedAt: Date;
  changedBy: string | null;
}

/** The editions of a format without their documents, the newest first. */
export async function editionsOfFormat(db: Database, formatId: string): Promise<ListedEdition[]> {
  const rows = await db.query<ListedEdition>(
    `SELECT editions.id, number, state, editions.version, hash, successor, updated_at AS changedAt, accounts.name AS changedBy,
       ${drawingsOn('editions')} AS drawings
     FROM editions LEFT JOIN accounts ON accounts.id = updated_by WHERE format_id = ? ORDER BY number DESC`,
    [formatId],
  );
  return rows.map((row) => ({ ...row, drawings: Number(row.drawings) }));
}

/** Sets an edition's state. */
export async function setState(
  db: Database,
  id: string,
  state: EditionState,
  successor: string | null = null,
): Promise<void> {
  await db.run('UPDATE editions SET state = ?, successor = ?, updated_at = updated_at WHERE id = ?', [
    state,
    successor,
    id,
  ]);
}

export async function deleteEdition(db: Database, id: string): Promise<void> {
  await db.run('DELETE FROM editions WHERE id = ?', [id]);
}

/** Deletes a format that has no editions any more. */
export async function deleteFormat(db: Database, id: string): Promise<void> {
  await db.run('DELETE FROM formats WHERE id = ?', [id]);
}

/** What the shelf says of a format beside its name; what is not given stays. */
export async function setAbout(
  db: Database,
  id: string,
  {
    description,
    category,
    tags,
  }: { description?: string | undefined; category?: string | undefined; tags?: readonly string[] | undefined },
): Promise<void> {
  await db.run(
    'UPDATE formats SET description = COALESCE(?, description), category = COALESCE(?, category), tags = COALESCE(?, tags) WHERE id = ?',
    [description ?? null, category ?? null, tags ? JSON.stringify(tags) : null, id],
  );
}

/** The categories that formats have, by name. */
export async function allCategories(db: Database, hidden: readonly string[]): Promise<string[]> {
  const rows = await db.query<{ category: string }>(
    `SELECT DISTINCT category FROM formats WHERE category <> ''${notAmong('id', hidden)} ORDER BY category`,
    [...hidden],
  );
  return rows.map(({ category }) => category);
}

export async function findEdition(db: Database, id: string): Promise<EditionRow | undefined> {
  return (await findEditions(db, [id])).get(id);
}

/** Those of the editions that there are, by id. */
export async function findEditions(db: Database, ids: readonly string[]): Promise<Map<string, EditionRow>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<RawEdition>(`SELECT ${EDITION} FROM editions WHERE id IN (${marks(ids)})`, [...ids]);
  return new Map((await toEditions(db, rows)).map((edition) => [edition.id, edition]));
}

/** The editions behind one by id, so many of them. */
export async function editionsBehind(db: Database, id: string, size: number): Promise<EditionRow[]> {
  const rows = await db.query<RawEdition>(
    `SELECT ${EDITION} FROM editions WHERE id > ? ORDER BY id LIMIT ${Math.trunc(size)}`,
    [id],
  );
  return toEditions(db, rows);
}

const listed = ({ unit, sizes, mainSize }: FormatDocument) => [
  unit,
  JSON.stringify(sizes.map(({ id, name }) => ({ id, name }))),
  mainSize,
];

export async function insertEdition(db: Database, row: EditionRow, { account }: Actor): Promise<void> {
  await db.run(
    `INSERT INTO editions (${EDITION}, unit, sizes, main_size, updated_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      row.id,
      row.formatId,
      row.number,
      row.state,
      JSON.stringify(row.document),
      row.hash,
      row.version,
      row.successor,
      ...listed(row.document),
      account,
    ],
  );
}

/**
 * Replaces the document of an open edition, if it is still of the version the change was made on.
 * @returns false when it is not: nothing was written
 */
export async function replaceDocument(
  db: Database,
  id: string,
  version: number,
  document: FormatDocument,
  hash: string,
  { account }: Actor,
): Promise<boolean> {
  const { affected } = await db.run(
    "UPDATE editions SET document = ?, hash = ?, unit = ?, sizes = ?, main_size = ?, version = version + 1, updated_by = ? WHERE id = ? AND version = ? AND state = 'open'",
    [JSON.stringify(document), hash, ...listed(document), account, id, version],
  );
  return affected === 1;
}

/** Keeps what lists show of an edition that was stored before they did. */
export async function keepListed(db: Database, { id, document }: Pick<EditionRow, 'id' | 'document'>): Promise<void> {
  await db.run('UPDATE editions SET unit = ?, sizes = ?, main_size = ?, updated_at = updated_at WHERE id = ?', [
    ...listed(document),
    id,
  ]);
}

/** The state of every edition, with what it is called, by its id. */
export async function editionStates(db: Database): Promise<Map<string, { state: EditionState; name: string }>> {
  const rows = await db.query<{ id: string; number: number; name: string; state: EditionState }>(
    'SELECT editions.id, editions.number, editions.state, formats.name FROM editions JOIN formats ON formats.id = format_id',
  );
  return new Map(rows.map(({ id, number, name, state }) => [id, { state, name: `Edition ${number} of “${name}”` }]));
}
