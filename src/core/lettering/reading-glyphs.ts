import { create } from 'fontkit';
import { withoutLayout } from './plain-font';
import type { GlyphBox, GlyphTable } from './glyph-table';

/**
 * Reads the glyph table of a TrueType or OpenType font file.
 * @throws when the bytes are no font, or a collection of fonts
 */
export function readGlyphTable(font: string, bytes: Uint8Array): GlyphTable {
  const file = create(withoutLayout(bytes) as Buffer);
  if ('fonts' in file) throw new Error(`${font} is a collection of fonts, not one font`);
  const advances = new Map<number, number>();
  const boxes = new Map<number, GlyphBox>();
  for (const code of file.characterSet) {
    const glyph = file.glyphForCodePoint(code);
    advances.set(code, glyph.advanceWidth);
    // From the outline itself: the boxes that fonts state for their glyphs are not always true.
    const { minX: left, minY: bottom, maxX: right, maxY: top } = glyph.path.cbox;
    if (right > left && top > bottom) boxes.set(code, { left, bottom, right, top });
  }
  const declared = (file as unknown as { 'OS/2'?: { capHeight?: number } })['OS/2']?.capHeight;
  return {
    font,
    unitsPerEm: file.unitsPerEm,
    capHeight: declared || file.glyphForCodePoint('H'.codePointAt(0)!).bbox.maxY,
    descent: -file.glyphForCodePoint('p'.codePointAt(0)!).bbox.minY,
    advances,
    boxes,
  };
}
