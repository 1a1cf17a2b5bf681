import type { DrawingSheet } from '../../core/drawing/sheets';
import type { SheetViews } from '../../core/view/view';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';

interface Raw {
  drawing_id: string;
  id: string;
  name: string;
  size_id: string | null;
  scale: string | null;
  edition_id: string | null;
  specimen_id: string | null;
  variant: string | null;
  views: unknown;
}

const toSheet = (raw: Raw): DrawingSheet => ({
  id: raw.id,
  name: raw.name,
  ...(raw.size_id !== null && { sizeId: raw.size_id }),
  ...(raw.scale !== null && { scale: raw.scale }),
  ...(raw.edition_id !== null && { edition: raw.edition_id }),
  ...(raw.specimen_id !== null && { specimen: raw.specimen_id }),
  ...(raw.variant !== null && { variant: raw.variant }),
  ...(raw.views !== null && { views: fromJson<SheetViews>(raw.views) }),
});

/** The sheets of some drawings, by the drawing's id. */
export async function allSheets(db: Database, drawings: readonly string[]): Promise<Map<string, DrawingSheet[]>> {
  const rows = await db.query<Raw>(
    `SELECT drawing_id, id, name, size_id, scale, edition_id, specimen_id, variant, views FROM drawing_sheets
     WHERE drawing_id IN (${marks(drawings)}) ORDER BY drawing_id, position`,
    [...drawings],
  );
  const sheets = new Map<string, DrawingSheet[]>();
  for (const raw of rows) sheets.set(raw.drawing_id, [...(sheets.get(raw.drawing_id) ?? []), toSheet(raw)]);
  return sheets;
}

/** Replaces the sheets of a drawing, inside a transaction. */
export async function keepSheets(db: Database, drawing: string, sheets: readonly DrawingSheet[]): Promise<void> {
  await db.run('DELETE FROM drawing_sheets WHERE drawing_id = ?', [drawing]);
  for (const [position, sheet] of sheets.entries()) {
    await db.run(
      'INSERT INTO drawing_sheets (drawing_id, position, id, name, size_id, scale, edition_id, specimen_id, variant, views) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
      [
        drawing,
        position,
        sheet.id,
        sheet.name,
        sheet.sizeId ?? null,
        sheet.scale ?? null,
        sheet.edition ?? null,
        sheet.specimen ?? null,
        sheet.variant ?? null,
        sheet.views ? JSON.stringify(sheet.views) : null,
      ],
    );
  }
}
