import type { Answers } from '../../core/drawing/drawing';
import type { Database } from '../database';
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
  state: DrawingState;
  finished_with: string | null;
  version: number;
  updated_at: Date;
}

const toRow = (raw: Raw): DrawingRow => ({
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
  state: raw.state,
  finishedWith: raw.finished_with ?? undefined,
  version: raw.version,
  changedAt: raw.updated_at.toISOString(),
});

const SELECT = `SELECT drawings.id, drawings.number, edition_id, format_id, editions.number AS edition, specimen_id, variant, size_id,
  answers, overruled, drawings.state, finished_with, drawings.version, drawings.updated_at
  FROM drawings JOIN editions ON editions.id = drawings.edition_id`;

/** The register, newest first. */
export async function allDrawings(db: Database): Promise<DrawingRow[]> {
  return (await db.query<Raw>(`${SELECT} ORDER BY drawings.created_at DESC`)).map(toRow);
}

export async function findDrawing(db: Database, id: string): Promise<DrawingRow | undefined> {
  return (await db.query<Raw>(`${SELECT} WHERE drawings.id = ?`, [id])).map(toRow)[0];
}

/** @throws a duplicate-key error when the number is taken */
export async function insertDrawing(
  db: Database,
  drawing: Pick<DrawingRow, 'id' | 'number' | 'editionId' | 'specimen' | 'variant' | 'sizeId' | 'answers'>,
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
}

/** @returns false when the row is no longer of that version */
export async function replaceDrawing(
  db: Database,
  drawing: Pick<DrawingRow, 'id' | 'sizeId' | 'answers' | 'overruled' | 'state' | 'finishedWith'>,
  version: number,
): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE drawings SET size_id = ?, answers = ?, overruled = ?, state = ?, finished_with = ?, version = version + 1 WHERE id = ? AND version = ?',
    [
      drawing.sizeId,
      JSON.stringify(drawing.answers),
      JSON.stringify(drawing.overruled),
      drawing.state,
      drawing.finishedWith ?? null,
      drawing.id,
      version,
    ],
  );
  return affected === 1;
}
