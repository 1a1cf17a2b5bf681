import type { FontEntry } from '../../contract/office';
import type { GlyphTableJson } from '../../core/lettering/glyph-table';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** Keeps a font, unless it is kept already. */
export async function keepFont(
  db: Database,
  font: FontEntry & { kind: 'ttf' | 'otf'; bytes: Uint8Array; table: GlyphTableJson },
): Promise<void> {
  await db.run('INSERT IGNORE INTO fonts (hash, name, kind, bytes, glyph_table) VALUES (?, ?, ?, ?, ?)', [
    font.id,
    font.name,
    font.kind,
    Buffer.from(font.bytes),
    JSON.stringify(font.table),
  ]);
}

export async function allFonts(db: Database): Promise<FontEntry[]> {
  return db.query<FontEntry>('SELECT hash AS id, name FROM fonts ORDER BY name');
}

/** The files of those of the fonts that are kept, by id. */
export async function findFontFiles(db: Database, ids: readonly string[]): Promise<Map<string, Uint8Array>> {
  if (ids.length === 0) return new Map();
  const marks = ids.map(() => '?').join(', ');
  const rows = await db.query<{ hash: string; bytes: Uint8Array }>(
    `SELECT hash, bytes FROM fonts WHERE hash IN (${marks})`,
    [...ids],
  );
  return new Map(rows.map((row) => [row.hash, row.bytes]));
}

/** The glyph tables of those of the fonts that are kept, by id, as they were written when the font was taken. */
export async function findGlyphTables(db: Database, ids: readonly string[]): Promise<Map<string, unknown>> {
  if (ids.length === 0) return new Map();
  const marks = ids.map(() => '?').join(', ');
  const rows = await db.query<{ hash: string; glyph_table: unknown }>(
    `SELECT hash, glyph_table FROM fonts WHERE hash IN (${marks})`,
    [...ids],
  );
  return new Map(rows.map((row) => [row.hash, fromJson<unknown>(row.glyph_table)]));
}
