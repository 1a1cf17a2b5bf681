import type { EditionState, ShelfEntry, Whose } from '../../contract/formats';
import type { Page } from '../../contract/route';
import type { FormatDocument } from '../../core/format/document';
import { DOCUMENT_VERSION } from '../../core/format/document';
import { storedDocument } from '../../core/format/reading';
import type { RevisionRow } from '../../core/revision/rows';
import type { Actor } from '../actor';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';
import { likeAnywhere, readPage } from './keyset';
import { openTo } from './sharing';
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
  }));
}

const FORMAT = 'id, name, profile_id, sample_id, project_id, proof_settings, made_by';
const EDITION = 'id, format_id, number, state, document, hash, version';

interface RawShelf {
  id: string;
  name: string;
  created: string;
  unit: FormatDocument['unit'];
  sizes: unknown;
  mainSize: string;
  edition: string;
  number: number;
  state: EditionState;
  hash: string;
  version: number;
  drawings: number;
}

/** The formats on the shelf in pages, in the order in which they came or by name; with `search` those that have it in their name or a size. */
export function listFormats(
  db: Database,
  asked: {
    search?: string | undefined;
    order: 'shelf' | 'name';
    whose: Whose;
    /** Only those that they may use. */
    forUse: boolean;
    account: string;
    after?: string | undefined;
    size: number;
  },
): Promise<Page<ShelfEntry>> {
  const { search, order, whose, forUse, account } = asked;
  return readPage<RawShelf, ShelfEntry>(
    db,
    {
      select: `formats.id, formats.name, DATE_FORMAT(formats.created_at, '%Y-%m-%d %H:%i:%s.%f') AS created, unit, sizes, main_size AS mainSize,
        editions.id AS edition, editions.number, editions.state, editions.hash, editions.version,
        (SELECT COUNT(*) FROM drawings JOIN editions AS own ON own.id = edition_id WHERE own.format_id = formats.id) AS drawings`,
      from: `formats JOIN editions ON format_id = formats.id
        AND number = (SELECT MAX(number) FROM editions AS others WHERE others.format_id = formats.id)`,
      where: [
        ...(whose === 'mine' ? [{ sql: 'formats.made_by = ?', parameters: [account] }] : []),
        ...(whose === 'recent' ? [lately(account)] : []),
        ...(forUse ? [openTo('use', account)] : []),
        ...(search?.trim()
          ? [
              {
                sql: "formats.name LIKE ? OR JSON_EXTRACT(sizes, '$[*].name') COLLATE utf8mb4_unicode_ci LIKE ?",
                parameters: [likeAnywhere(search), likeAnywhere(search)],
              },
            ]
          : []),
      ],
      order: order === 'name' ? ['formats.name', 'formats.id'] : ['formats.created_at', 'formats.id'],
      direction: 'ASC',
      keyOf: ({ id, name, created }) => [order === 'name' ? name : created, id],
      toEntry: ({ id, name, unit, sizes, mainSize, edition, number, state, hash, version, drawings }) => ({
        id,
        name,
        unit,
        sizes: fromJson(sizes),
        mainSize,
        edition: { id: edition, number, state, hash, version },
        drawings: Number(drawings),
      }),
    },
    asked,
  );
}

/** Formats that an account has changed, or made drawings on, in the last thirty days. */
const lately = (account: string) => ({
  sql: `EXISTS (SELECT 1 FROM audit WHERE account_id = ? AND last_at > CURRENT_TIMESTAMP - INTERVAL 30 DAY
      AND (subject = CONCAT('format ', formats.id) OR subject LIKE CONCAT('format ', formats.id, ', edition %')))
    OR EXISTS (SELECT 1 FROM drawings JOIN editions AS own ON own.id = edition_id
      WHERE own.format_id = formats.id AND drawings.made_by = ? AND drawings.created_at > CURRENT_TIMESTAMP - INTERVAL 30 DAY)`,
  parameters: [account, account],
});

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
    `INSERT INTO editions (${EDITION}, unit, sizes, main_size, updated_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      row.id,
      row.formatId,
      row.number,
      row.state,
      JSON.stringify(row.document),
      row.hash,
      row.version,
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
