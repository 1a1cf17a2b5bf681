import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SHIPPED_FONTS } from '../core/lettering/fonts';
import { type GlyphTableJson, type GlyphTables, glyphTableFromJson } from '../core/lettering/glyph-table';

const FOLDER = join(process.cwd(), 'assets/fonts');

/** The glyph tables of the shipped fonts, made from them by scripts/glyph-tables.ts: reading some 12,000 outlines takes a second. */
export const GLYPH_TABLES_FILE = join(FOLDER, 'glyph-tables.json');

const files = new Map<string, Uint8Array>();
let tables: GlyphTables | undefined;

/** The bytes of a shipped font's file. @throws for an id that is not shipped. */
export function fontFile(id: string): Uint8Array {
  let bytes = files.get(id);
  if (!bytes) {
    const font = SHIPPED_FONTS.find((candidate) => candidate.id === id);
    if (!font) throw new Error(`no font ${id} is shipped`);
    bytes = readFileSync(join(FOLDER, font.file));
    files.set(id, bytes);
  }
  return bytes;
}

/** The glyph tables of all shipped fonts, read once. */
export function shippedGlyphTables(): GlyphTables {
  if (!tables) {
    const read = JSON.parse(readFileSync(GLYPH_TABLES_FILE, 'utf8')) as GlyphTableJson[];
    tables = new Map(read.map((table) => [table.font, glyphTableFromJson(table)]));
  }
  return tables;
}
