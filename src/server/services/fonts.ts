import { createHash } from 'node:crypto';
import type { FontEntry } from '../../contract/office';
import { SHIPPED_FONTS } from '../../core/lettering/fonts';
import {
  GlyphTableJson,
  type GlyphTables,
  glyphTableFromJson,
  glyphTableToJson,
} from '../../core/lettering/glyph-table';
import { readGlyphTable } from '../../core/lettering/reading-glyphs';
import type { Actor } from '../actor';
import { type Database, database } from '../database';
import { fontFile, shippedGlyphTables } from '../fonts';
import { findFontFiles, findGlyphTables, keepFont } from '../repositories/fonts';
import { readUpload } from '../uploads/read-upload';
import { ServiceError } from './service-error';

const isShipped = (id: string) => SHIPPED_FONTS.some((font) => font.id === id);

/** Takes in a font of the office. @throws ServiceError with the reason when it cannot be used */
export async function takeFont(actor: Actor, bytes: Uint8Array): Promise<FontEntry> {
  if (bytes.byteLength === 0) throw new ServiceError(422, 'The file is empty.');
  const id = createHash('sha256').update(bytes).digest('hex');
  const read = await readUpload('font', { id, bytes }, actor.account);
  if (!read.ok) throw new ServiceError(422, read.reason);
  const { name, type, table } = read.font;
  const entry = { id, name: name.slice(0, 200) };
  await keepFont(database, { ...entry, kind: type, bytes, table: glyphTableToJson(table) });
  return entry;
}

/** The file of any font, shipped or the office's; undefined when there is none of that id. */
export async function anyFontFile(id: string): Promise<Uint8Array | undefined> {
  return isShipped(id) ? fontFile(id) : (await findFontFiles(database, [id])).get(id);
}

/** The glyph table of a font of the office; undefined when there is none of that id. */
export async function officeGlyphTable(id: string): Promise<GlyphTableJson | undefined> {
  return (await keptTables(database, [id]))[0];
}

/** Tables that were read anew, by id of the font: a font never changes. */
const readAnew = new Map<string, GlyphTableJson>();

/** The glyph tables of fonts of the office. One that was kept before tables had what they have now is read from the font again. */
async function keptTables(db: Database, ids: readonly string[]): Promise<GlyphTableJson[]> {
  const kept = await findGlyphTables(db, ids);
  const tables: GlyphTableJson[] = [];
  for (const [id, table] of kept) {
    const known = readAnew.get(id) ?? GlyphTableJson.safeParse(table).data;
    const read = known ?? glyphTableToJson(readGlyphTable(id, (await findFontFiles(db, [id])).get(id)!));
    if (!known) readAnew.set(id, read);
    tables.push(read);
  }
  return tables;
}

/** What composing and writing sheets needs of fonts: the glyph tables, and each font's file. */
export interface FontsAtHand {
  tables: GlyphTables;
  file: (id: string) => Uint8Array;
}

/** The shipped fonts and those of the office among `used`. */
export async function fontsFor(db: Database, used: readonly string[]): Promise<FontsAtHand> {
  const own = [...new Set(used)].filter((id) => !isShipped(id));
  const files = await findFontFiles(db, own);
  const tables = await keptTables(db, own);
  return {
    tables: new Map([
      ...shippedGlyphTables(),
      ...tables.map((table) => [table.font, glyphTableFromJson(table)] as const),
    ]),
    file: (id) => files.get(id) ?? fontFile(id),
  };
}
