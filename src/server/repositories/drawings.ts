import type { Aside } from '../../core/drawing/aside';
import type { Answers } from '../../core/drawing/drawing';
import type { KeptOffice } from '../../core/drawing/kept-office';
import type { DrawingSheet } from '../../core/drawing/sheets';
import type { Signature } from '../../core/drawing/signing';
import type { RevisionRow } from '../../core/revision/rows';
import type { ItemsByList } from '../../core/specimen/parts-tables';
import type { Actor } from '../actor';
import { type Database, marks } from '../database';
import { allSheets, keepSheets } from './drawing-sheets';
import { fromJson } from './json-column';
import { DRAWING_TEXTS, keepGrams } from './trigrams';

export type DrawingState = 'in work' | 'finished';

/** What is printed on a drawing that neither its model nor its format knows. */
export interface DrawingSettings {
  profileId: string;
  projectId: string;
  /** Null: the default site. */
  siteId: string | null;
  /** What it keeps of site and project as it was. */
  keptOffice: KeptOffice;
  scale: string;
}

export interface DrawingRow extends DrawingSettings {
  id: string;
  /** The revision of its profile that it was finished with; null: it follows the newest. */
  profileRevision: number | null;
  /** Empty: a trial drawing. */
  number: string;
  editionId: string;
  formatId: string;
  edition: number;
  specimen: string;
  variant: string | undefined;
  sizeId: string;
  answers: Answers;
  overruled: Answers;
  /** The oldest first. */
  revisions: RevisionRow[];
  signatures: Signature[];
  /** Item numbers of its parts lists that are given. */
  items: ItemsByList;
  /** What it no longer prints since it was moved, and keeps. */
  aside: Aside[];
  sheets: DrawingSheet[];
  state: DrawingState;
  finishedWith: string | undefined;
  /** The hash of what a finished drawing printed; null of one in work, and of one that was finished before that was kept. */
  frozen: string | null;
  /** Why a drawing was finished although something is missing. */
  finishReason: string | undefined;
  /** The account that made it. */
  madeBy: string;
  version: number;
  /** ISO 8601, when it was last changed. */
  changedAt: string;
}

/** What the register shows of a drawing beside what it is itself, and the models it shows; kept as it is written. */
export interface RegisterColumns {
  title: string;
  modelName: string;
  /** Names of the asked values that have no answer yet. */
  open: string[];
  /** A finished drawing whose models give something else now. */
  modelChanged: boolean;
  models: string[];
}

interface Raw {
  id: string;
  number: string | null;
  edition_id: string;
  format_id: string;
  edition: number;
  specimen_id: string;
  variant: string | null;
  size_id: string;
  profile_id: string;
  profile_revision: number | null;
  project_id: string;
  site_id: string | null;
  kept_office: unknown;
  scale: string;
  answers: unknown;
  overruled: unknown;
  revisions: unknown;
  signatures: unknown;
  items: unknown;
  aside: unknown;
  state: DrawingState;
  finished_with: string | null;
  frozen: string | null;
  finish_reason: string | null;
  made_by: string;
  version: number;
  updated_at: Date;
}

const toRow = (raw: Raw, sheets: DrawingSheet[]): DrawingRow => ({
  id: raw.id,
  number: raw.number ?? '',
  editionId: raw.edition_id,
  formatId: raw.format_id,
  edition: raw.edition,
  specimen: raw.specimen_id,
  variant: raw.variant ?? undefined,
  sizeId: raw.size_id,
  profileId: raw.profile_id,
  profileRevision: raw.profile_revision,
  projectId: raw.project_id,
  siteId: raw.site_id,
  keptOffice: fromJson(raw.kept_office),
  scale: raw.scale,
  answers: fromJson(raw.answers),
  overruled: fromJson(raw.overruled),
  revisions: fromJson(raw.revisions),
  signatures: fromJson(raw.signatures),
  items: fromJson(raw.items),
  aside: fromJson(raw.aside),
  sheets,
  state: raw.state,
  finishedWith: raw.finished_with ?? undefined,
  frozen: raw.frozen,
  finishReason: raw.finish_reason ?? undefined,
  madeBy: raw.made_by,
  version: raw.version,
  changedAt: raw.updated_at.toISOString(),
});

const SELECT = `SELECT drawings.id, drawings.number, edition_id, format_id, editions.number AS edition, specimen_id, variant, size_id,
  drawings.profile_id, profile_revision, drawings.project_id, site_id, kept_office, scale, answers, overruled, revisions, signatures, items, aside, drawings.state, finished_with, frozen, finish_reason,
  made_by, drawings.version, drawings.updated_at
  FROM drawings JOIN editions ON editions.id = drawings.edition_id`;

/** Whether a drawing in work has signatures. */
export async function bearsSignatures(db: Database, id: string): Promise<boolean> {
  const sql = "SELECT 1 FROM drawings WHERE id = ? AND state = 'in work' AND signatures <> '[]'";
  return (await db.query(sql, [id])).length > 0;
}

export async function findDrawing(db: Database, id: string): Promise<DrawingRow | undefined> {
  return (await findDrawings(db, [id])).get(id);
}

/** Those of the drawings that there are, by id. */
export async function findDrawings(db: Database, ids: readonly string[]): Promise<Map<string, DrawingRow>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<Raw>(`${SELECT} WHERE drawings.id IN (${marks(ids)})`, [...ids]);
  const sheets = await allSheets(db, ids);
  return new Map(rows.map((raw) => [raw.id, toRow(raw, sheets.get(raw.id) ?? [])]));
}

/** The drawings behind one by id whose models have changed since they were looked at, so many of them. */
export async function drawingsToLookAt(db: Database, behind: string, size: number): Promise<string[]> {
  const rows = await db.query<{ id: string }>(
    `SELECT id FROM drawings WHERE looked_at = FALSE AND id > ? ORDER BY id LIMIT ${Math.trunc(size)}`,
    [behind],
  );
  return rows.map(({ id }) => id);
}

/** Marks the drawings that show one of the models as to be looked at. @returns how many */
export async function markShowing(db: Database, specimens: readonly string[]): Promise<number> {
  if (specimens.length === 0) return 0;
  const { affected } = await db.run(
    `UPDATE drawings JOIN drawing_models ON drawing_id = drawings.id
     SET looked_at = FALSE, updated_at = updated_at WHERE looked_at = TRUE AND drawing_models.specimen_id IN (${marks(specimens)})`,
    [...specimens],
  );
  return affected;
}

/** Keeps what the register shows of a drawing, inside a transaction. It is no change of anybody's. */
export async function keepColumns(db: Database, id: string, columns: RegisterColumns): Promise<void> {
  await db.run(
    `UPDATE drawings SET title = ?, model_name = ?, open_names = ?, open_count = ?, model_changed = ?, looked_at = TRUE,
       updated_at = updated_at WHERE id = ?`,
    [
      columns.title.slice(0, 500),
      columns.modelName.slice(0, 120),
      JSON.stringify(columns.open),
      columns.open.length,
      columns.modelChanged,
      id,
    ],
  );
  const { affected } = await db.run(
    `UPDATE drawings SET searched = CONCAT_WS('\n', number, title, model_name, variant), updated_at = updated_at
     WHERE id = ? AND searched <> CONCAT_WS('\n', number, title, model_name, variant)`,
    [id],
  );
  if (affected > 0) await keepGrams(db, DRAWING_TEXTS, [id]);
  await db.run('DELETE FROM drawing_models WHERE drawing_id = ?', [id]);
  const models = [...new Set(columns.models)];
  if (models.length > 0)
    await db.run(
      `INSERT INTO drawing_models (drawing_id, specimen_id) VALUES ${models.map(() => '(?, ?)').join(', ')}`,
      models.flatMap((specimen) => [id, specimen]),
    );
}

/** Puts in a drawing, inside a transaction. @throws a duplicate-key error when the number is taken */
export async function insertDrawing(
  db: Database,
  drawing: Omit<
    DrawingRow,
    | 'formatId'
    | 'edition'
    | 'keptOffice'
    | 'overruled'
    | 'aside'
    | 'revisions'
    | 'signatures'
    | 'state'
    | 'finishedWith'
    | 'frozen'
    | 'finishReason'
    | 'madeBy'
    | 'version'
    | 'changedAt'
  >,
  { account }: Actor,
): Promise<void> {
  await db.run(
    `INSERT INTO drawings (id, number, edition_id, specimen_id, variant, size_id, profile_id, project_id, site_id, scale, answers,
       overruled, items, made_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, '{}', ?, ?)`,
    [
      drawing.id,
      drawing.number || null,
      drawing.editionId,
      drawing.specimen,
      drawing.variant ?? null,
      drawing.sizeId,
      drawing.profileId,
      drawing.projectId,
      drawing.siteId,
      drawing.scale,
      JSON.stringify(drawing.answers),
      JSON.stringify(drawing.items),
      account,
    ],
  );
  await keepSheets(db, drawing.id, drawing.sheets);
}

/** Changes a drawing, inside a transaction. @returns false when the row is no longer of that version */
export async function replaceDrawing(db: Database, drawing: DrawingRow, version: number): Promise<boolean> {
  const { affected } = await db.run(
    `UPDATE drawings SET edition_id = ?, specimen_id = ?, variant = ?, size_id = ?, profile_id = ?, profile_revision = ?, project_id = ?, site_id = ?, kept_office = ?, scale = ?, answers = ?, overruled = ?,
       revisions = ?, signatures = ?, items = ?, aside = ?, state = ?, finished_with = ?, frozen = ?, finish_reason = ?, version = version + 1 WHERE id = ? AND version = ?`,
    [
      drawing.editionId,
      drawing.specimen,
      drawing.variant ?? null,
      drawing.sizeId,
      drawing.profileId,
      drawing.profileRevision,
      drawing.projectId,
      drawing.siteId,
      JSON.stringify(drawing.keptOffice),
      drawing.scale,
      JSON.stringify(drawing.answers),
      JSON.stringify(drawing.overruled),
      JSON.stringify(drawing.revisions),
      JSON.stringify(drawing.signatures),
      JSON.stringify(drawing.items),
      JSON.stringify(drawing.aside),
      drawing.state,
      drawing.finishedWith ?? null,
      drawing.frozen,
      drawing.finishReason ?? null,
      drawing.id,
      version,
    ],
  );
  if (affected !== 1) return false;
  await keepSheets(db, drawing.id, drawing.sheets);
  return true;
}

/** Keeps item numbers that were given; what else there is of the drawing stays, and so does its version. */
export async function keepItems(db: Database, id: string, items: ItemsByList): Promise<void> {
  await db.run('UPDATE drawings SET items = ?, updated_at = updated_at WHERE id = ?', [JSON.stringify(items), id]);
}

/** How many drawings have an answer under a key; with a format, how many made on one of its editions. */
export async function countAnswered(db: Database, key: string, formatId?: string): Promise<number> {
  const [row] = await db.query<{ count: number }>(
    `SELECT COUNT(*) AS count FROM drawings JOIN editions ON editions.id = drawings.edition_id
     WHERE COALESCE(JSON_VALUE(answers, CONCAT('$."', ?, '"')), '') <> '' AND (? IS NULL OR format_id = ?)`,
    [key.replace(/["\\]/g, '\\$&'), formatId ?? null, formatId ?? null],
  );
  return Number(row!.count);
}

/** The ids of finished drawings whose print is not kept, and whose models give what they gave then. */
export async function finishedWithout(db: Database): Promise<string[]> {
  const rows = await db.query<{ id: string }>(
    "SELECT id FROM drawings WHERE state = 'finished' AND frozen IS NULL AND model_changed = FALSE AND looked_at = TRUE ORDER BY id",
  );
  return rows.map(({ id }) => id);
}

/** Keeps what a finished drawing prints. It is no change of anybody's. */
export async function keepFrozen(db: Database, id: string, hash: string): Promise<void> {
  await db.run('UPDATE drawings SET frozen = ?, updated_at = updated_at WHERE id = ?', [hash, id]);
}

/**
 * The drawings whose print is kept or would have to be: their numbers and the hashes of the prints. It cannot be of one that was finished
 * before prints were kept, and whose model had changed by then.
 */
export async function finishedDrawings(db: Database): Promise<{ id: string; number: string; frozen: string | null }[]> {
  const rows = await db.query<{ id: string; number: string | null; frozen: string | null }>(
    "SELECT id, number, frozen FROM drawings WHERE frozen IS NOT NULL OR (state = 'finished' AND model_changed = FALSE) ORDER BY number",
  );
  return rows.map((row) => ({ ...row, number: row.number ?? '' }));
}

/** Drawings that are signed or finished: what of them their chains record. */
export async function chainedDrawings(
  db: Database,
): Promise<Pick<DrawingRow, 'id' | 'number' | 'editionId' | 'state' | 'frozen' | 'signatures'>[]> {
  const rows = await db.query<Raw>(
    `SELECT id, number, edition_id, state, frozen, signatures FROM drawings
     WHERE state = 'finished' OR frozen IS NOT NULL OR signatures <> '[]' OR id IN (SELECT SUBSTRING(subject, 9) FROM chained WHERE subject LIKE 'drawing %')`,
  );
  return rows.map((raw) => ({
    id: raw.id,
    number: raw.number ?? '',
    editionId: raw.edition_id,
    state: raw.state,
    frozen: raw.frozen,
    signatures: fromJson(raw.signatures),
  }));
}

const TRIALS = `number IS NULL AND (edition_id = ?
  OR id IN (SELECT drawing_id FROM drawing_sheets WHERE drawing_sheets.edition_id = ?))`;

/** How many trial drawings there are on an edition. */
export async function countTrials(db: Database, edition: string): Promise<number> {
  const [row] = await db.query<{ n: number }>(`SELECT COUNT(*) AS n FROM drawings WHERE ${TRIALS}`, [edition, edition]);
  return Number(row!.n);
}

/** Deletes the trial drawings on an edition. */
export async function deleteTrials(db: Database, edition: string): Promise<void> {
  await db.run(`DELETE FROM drawings WHERE ${TRIALS}`, [edition, edition]);
}

/** The ids of the drawings in work that print a site or a project, the newest first. */
export async function inWorkWith(
  db: Database,
  { id, source, isDefault }: { id: string; source: 'organisation' | 'project'; isDefault: boolean },
): Promise<string[]> {
  const names =
    source === 'project' ? 'project_id = ?' : isDefault ? '(site_id = ? OR site_id IS NULL)' : 'site_id = ?';
  const rows = await db.query<{ id: string }>(
    `SELECT id FROM drawings WHERE state = 'in work' AND ${names} ORDER BY created_at DESC, id DESC`,
    [id],
  );
  return rows.map((row) => row.id);
}

/** Keeps what a drawing prints of the office as it was. Whoever is just changing the drawing looks at it once more. */
export async function keepOffice(db: Database, id: string, kept: KeptOffice): Promise<void> {
  await db.run('UPDATE drawings SET kept_office = ?, version = version + 1, updated_at = updated_at WHERE id = ?', [
    JSON.stringify(kept),
    id,
  ]);
}
