import { z } from 'zod';

/** The box of a glyph's outline about its origin on the base line, font units; `bottom` is negative below the base line. */
export interface GlyphBox {
  left: number;
  bottom: number;
  right: number;
  top: number;
}

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
  /** The outline's box by code point; a glyph that draws nothing, like the space, is absent. */
  boxes: ReadonlyMap<number, GlyphBox>;
}

export type GlyphTables = ReadonlyMap<string, GlyphTable>;

/**
 * A glyph table as JSON, column by column, since like numbers beside one another travel small: the code points as steps from the one
 * before, and for each of them its advance and the four sides of its box, all 0 for a glyph that draws nothing.
 */
export const GlyphTableJson = z.object({
  font: z.string(),
  unitsPerEm: z.number().positive(),
  capHeight: z.number().positive(),
  descent: z.number(),
  codes: z.array(z.int()),
  advances: z.array(z.number()),
  left: z.array(z.number()),
  bottom: z.array(z.number()),
  right: z.array(z.number()),
  top: z.array(z.number()),
});
export type GlyphTableJson = z.infer<typeof GlyphTableJson>;

const NO_BOX: GlyphBox = { left: 0, bottom: 0, right: 0, top: 0 };

export function glyphTableToJson({ advances, boxes, ...metrics }: GlyphTable): GlyphTableJson {
  const codes = [...advances.keys()].sort((a, b) => a - b);
  const side = (name: keyof GlyphBox) => codes.map((code) => (boxes.get(code) ?? NO_BOX)[name]);
  return {
    ...metrics,
    codes: codes.map((code, i) => code - (codes[i - 1] ?? 0)),
    advances: codes.map((code) => advances.get(code)!),
    left: side('left'),
    bottom: side('bottom'),
    right: side('right'),
    top: side('top'),
  };
}

export function glyphTableFromJson(json: GlyphTableJson): GlyphTable {
  const advances = new Map<number, number>();
  const boxes = new Map<number, GlyphBox>();
  let code = 0;
  json.codes.forEach((step, i) => {
    code += step;
    advances.set(code, json.advances[i]!);
    const box = { left: json.left[i]!, bottom: json.bottom[i]!, right: json.right[i]!, top: json.top[i]! };
    if (box.right > box.left) boxes.set(code, box);
  });
  const { font, unitsPerEm, capHeight, descent } = json;
  return { font, unitsPerEm, capHeight, descent, advances, boxes };
}
