import { create } from 'fontkit';
import { withoutLayout } from './plain-font';

/** A font file opened for its letters: their advances and outlines, font units. */
export interface OpenedFont {
  unitsPerEm: number;
  advance: (code: number) => number;
  /** The outline of a code point's glyph as SVG path data, y up; empty for one that draws nothing. */
  outline: (code: number) => string;
}

/** Opens a font's file. @throws when it is no font of one face */
export function openFont(bytes: Uint8Array): OpenedFont {
  const file = create(withoutLayout(bytes) as Buffer);
  if ('fonts' in file) throw new Error('the file is a collection of fonts, not one font');
  return {
    unitsPerEm: file.unitsPerEm,
    advance: (code) => file.glyphForCodePoint(code).advanceWidth,
    outline: (code) => file.glyphForCodePoint(code).path.toSVG(),
  };
}
