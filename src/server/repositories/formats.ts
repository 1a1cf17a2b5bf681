import type { FormatDocument } from '../../core/format/document';
import type { RevisionRow } from '../../core/revision/rows';
import type { Database } from '../database';
import { fromJson } from './json-column';

export interface ProofSettings {
  today: string;
  decimalMark: ',' | '.';
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
}

export type EditionState = 'open' | 'released' | 'withdrawn';

export interface EditionRow {
  id: string;
  formatId: string;
  number: number;
  state: EditionState;
  document: FormatDocument;
  hash: string;
  version: number;
}

interface RawFormat {
  id: string;
  name: string;
  profile_id: string;
  sample_id: string;
  project_id: string;
  proof_settings: unknown;
}

interface RawEdition {
  id: string;
  format_id: string;
  number: number;
  state: EditionState;
  document: unknown;
  hash: string;
  version: number;
}

const toFormat = (row: RawFormat): FormatRow => ({
  id: row.id,
  name: row.name,
  profileId: row.profile_id,
  sampleId: row.sample_id,
  projectId: row.project_id,
  settings: fromJson(row.proof_settings),
});

const toEdition = (row: RawEdition): EditionRow => ({
  id: row.id,
  formatId: row.format_id,
  number: row.number,
  state: row.state,
  document: fromJson(row.document),
  hash: row.hash,
  version: row.version,
});

const FORMAT = 'id, name, profile_id, sample_id, project_id, proof_settings';
const EDITION = 'id, format_id, number, state, document, hash, version';

export async function allFormats(db: Database): Promise<FormatRow[]> {
  return (await db.query<RawFormat>(`SELECT ${FORMAT} FROM formats ORDER BY created_at, name`)).map(toFormat);
}

/** The id and name of every format on the shelf and the id of its newest edition. */
export async function formatEntries(db: Database): Promise<{ id: string; name: string; edition: string }[]> {
  return db.query(
    `SELECT formats.id, formats.name, editions.id AS edition FROM formats JOIN editions ON format_id = formats.id
     WHERE number = (SELECT MAX(number) FROM editions AS others WHERE others.format_id = formats.id)
     ORDER BY formats.created_at, formats.name`,
  );
}

export async function findFormat(db: Database, id: string): Promise<FormatRow | undefined> {
  return (await db.query<RawFormat>(`SELECT ${FORMAT} FROM formats WHERE id = ?`, [id])).map(toFormat)[0];
}

/** Every edition there is, newest number first within each format. */
export async function allEditions(db: Database): Promise<EditionRow[]> {
  return (await db.query<RawEdition>(`SELECT ${EDITION} FROM editions ORDER BY format_id, number DESC`)).map(toEdition);
}

/** @throws a duplicate-key error when the name is taken */
export async function insertFormat(db: Database, row: FormatRow): Promise<void> {
  await db.run(`INSERT INTO formats (${FORMAT}) VALUES (?, ?, ?, ?, ?, ?)`, [
    row.id,
    row.name,
    row.profileId,
    row.sampleId,
    row.projectId,
    JSON.stringify(row.settings),
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
  return rows.map(toEdition)[0];
}

export async function findEdition(db: Database, id: string): Promise<EditionRow | undefined> {
  return (await db.query<RawEdition>(`SELECT ${EDITION} FROM editions WHERE id = ?`, [id])).map(toEdition)[0];
}

export async function insertEdition(db: Database, row: EditionRow, account: string): Promise<void> {
  await db.run(`INSERT INTO editions (${EDITION}, updated_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?)`, [
    row.id,
    row.formatId,
    row.number,
    row.state,
    JSON.stringify(row.document),
    row.hash,
    row.version,
    account,
  ]);
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
  account: string,
): Promise<boolean> {
  const { affected } = await db.run(
    "UPDATE editions SET document = ?, hash = ?, version = version + 1, updated_by = ? WHERE id = ? AND version = ? AND state = 'open'",
    [JSON.stringify(document), hash, account, id, version],
  );
  return affected === 1;
}
