import { z } from 'zod';

/** What measuring needs of a font, read once from its file. All lengths in font units. */
export interface GlyphTable {
  font: string;
  unitsPerEm: number;
  /** Height of a capital letter: OS/2 sCapHeight, else measured from the outline of H. */
  capHeight: number;
  /** Depth of a descender below the base line, positive. */
  descent: number;
  /** Advance width by code point; a code point without a glyph is absent. */
  advances: ReadonlyMap<number, number>;
}

export type GlyphTables = ReadonlyMap<string, GlyphTable>;

/** A glyph table as JSON: advances as a flat list code point, advance, code point, advance … */
export const GlyphTableJson = z.object({
  font: z.string(),
  unitsPerEm: z.number().positive(),
  capHeight: z.number().positive(),
  descent: z.number(),
  advances: z.array(z.number()),
});
export type GlyphTableJson = z.infer<typeof GlyphTableJson>;

export function glyphTableToJson(table: GlyphTable): GlyphTableJson {
  return { ...table, advances: [...table.advances].flat() };
}

export function glyphTableFromJson(json: GlyphTableJson): GlyphTable {
  const advances = new Map<number, number>();
  for (let i = 0; i + 1 < json.advances.length; i += 2) advances.set(json.advances[i]!, json.advances[i + 1]!);
  return { ...json, advances };
}
