import type { Answers } from '../../core/drawing/drawing';
import type { DrawingSheet } from '../../core/drawing/sheets';
import type { RevisionRow } from '../../core/revision/rows';
import type { ItemsByList } from '../../core/specimen/parts-tables';
import type { Database } from '../database';
import { allSheets, keepSheets } from './drawing-sheets';
import { fromJson } from './json-column';

export type DrawingState = 'in work' | 'finished';

export interface DrawingRow {
  id: string;
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
  /** Item numbers of its parts lists. */
  items: ItemsByList;
  sheets: DrawingSheet[];
  state: DrawingState;
  finishedWith: string | undefined;
  version: number;
  /** ISO 8601, when it was last changed. */
  changedAt: string;
}

interface Raw {
  id: string;
  number: string;
  edition_id: string;
  format_id: string;
  edition: number;
  specimen_id: string;
  variant: string | null;
  size_id: string;
  answers: unknown;
  overruled: unknown;
  revisions: unknown;
  items: unknown;
  state: DrawingState;
  finished_with: string | null;
  version: number;
  updated_at: Date;
}

const toRow = (raw: Raw, sheets: DrawingSheet[]): DrawingRow => ({
  id: raw.id,
  number: raw.number,
  editionId: raw.edition_id,
  formatId: raw.format_id,
  edition: raw.edition,
  specimen: raw.specimen_id,
  variant: raw.variant ?? undefined,
  sizeId: raw.size_id,
  answers: fromJson(raw.answers),
  overruled: fromJson(raw.overruled),
  revisions: fromJson(raw.revisions),
  items: fromJson(raw.items),
  sheets,
  state: raw.state,
  finishedWith: raw.finished_with ?? undefined,
  version: raw.version,
  changedAt: raw.updated_at.toISOString(),
});

const SELECT = `SELECT drawings.id, drawings.number, edition_id, format_id, editions.number AS edition, specimen_id, variant, size_id,
  answers, overruled, revisions, items, drawings.state, finished_with, drawings.version, drawings.updated_at
  FROM drawings JOIN editions ON editions.id = drawings.edition_id`;

/** The register, newest first. */
export async function allDrawings(db: Database): Promise<DrawingRow[]> {
  const rows = await db.query<Raw>(`${SELECT} ORDER BY drawings.created_at DESC`);
  const sheets = await allSheets(db);
  return rows.map((raw) => toRow(raw, sheets.get(raw.id) ?? []));
}

export async function findDrawing(db: Database, id: string): Promise<DrawingRow | undefined> {
  const [raw] = await db.query<Raw>(`${SELECT} WHERE drawings.id = ?`, [id]);
  return raw && toRow(raw, (await allSheets(db, id)).get(id) ?? []);
}

/** Puts in a drawing, inside a transaction. @throws a duplicate-key error when the number is taken */
export async function insertDrawing(
  db: Database,
  drawing: Pick<DrawingRow, 'id' | 'number' | 'editionId' | 'specimen' | 'variant' | 'sizeId' | 'answers' | 'sheets'>,
  account: string,
): Promise<void> {
  await db.run(
    "INSERT INTO drawings (id, number, edition_id, specimen_id, variant, size_id, answers, overruled, made_by) VALUES (?, ?, ?, ?, ?, ?, ?, '{}', ?)",
    [
      drawing.id,
      drawing.number,
      drawing.editionId,
      drawing.specimen,
      drawing.variant ?? null,
      drawing.sizeId,
      JSON.stringify(drawing.answers),
      account,
    ],
  );
  await keepSheets(db, drawing.id, drawing.sheets);
}

/** Changes a drawing, inside a transaction. @returns false when the row is no longer of that version */
export async function replaceDrawing(
  db: Database,
  drawing: Pick<
    DrawingRow,
    'id' | 'sizeId' | 'answers' | 'overruled' | 'revisions' | 'items' | 'sheets' | 'state' | 'finishedWith'
  >,
  version: number,
): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE drawings SET size_id = ?, answers = ?, overruled = ?, revisions = ?, items = ?, state = ?, finished_with = ?, version = version + 1 WHERE id = ? AND version = ?',
    [
      drawing.sizeId,
      JSON.stringify(drawing.answers),
      JSON.stringify(drawing.overruled),
      JSON.stringify(drawing.revisions),
      JSON.stringify(drawing.items),
      drawing.state,
      drawing.finishedWith ?? null,
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
  await db.run('UPDATE drawings SET items = ? WHERE id = ?', [JSON.stringify(items), id]);
}
