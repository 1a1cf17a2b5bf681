import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SHIPPED_FONTS } from '../core/lettering/fonts';
import type { GlyphTables } from '../core/lettering/glyph-table';
import { readGlyphTable } from '../core/lettering/reading-glyphs';

const files = new Map<string, Uint8Array>();
let tables: GlyphTables | undefined;

/** The bytes of a shipped font's file. @throws for an id that is not shipped. */
export function fontFile(id: string): Uint8Array {
  let bytes = files.get(id);
  if (!bytes) {
    const font = SHIPPED_FONTS.find((candidate) => candidate.id === id);
    if (!font) throw new Error(`no font ${id} is shipped`);
    bytes = readFileSync(join(process.cwd(), 'assets/fonts', font.file));
    files.set(id, bytes);
  }
  return bytes;
}

/** The glyph tables of all shipped fonts, read once. */
export function shippedGlyphTables(): GlyphTables {
  tables ??= new Map(SHIPPED_FONTS.map(({ id }) => [id, readGlyphTable(id, fontFile(id))]));
  return tables;
}
