import { FALLBACK_FONTS } from './fonts';
import type { GlyphTable, GlyphTables } from './glyph-table';

/** A piece of text in one font. Sizes in mm at letter width 1. */
export interface GlyphRun {
  font: string;
  text: string;
  /** The font size to set so that a capital letter is as high as the lettering's nominal height. */
  emSize: number;
  /** Sum of the advances. */
  width: number;
  /** How many characters (UTF-16) of the text given to {@link setLine} it stands for. */
  length: number;
}

export interface SetLine {
  runs: GlyphRun[];
  width: number;
  /** Characters that the chosen font lacks and another font, or the visible box, stands in for. */
  fallbacks: string[];
  /** Those of the fallbacks that no font has: printed as a visible box. */
  missing: string[];
}

/** Stands for a character that no font has. */
export const MISSING_BOX = '□';

/** The font size (em, mm) that makes a capital letter `height` mm high: height × unitsPerEm / capHeight. */
export function emSize(table: GlyphTable, height: number): number {
  return (height * table.unitsPerEm) / table.capHeight;
}

/**
 * Sets one line of text: without kerning and ligatures, each character in the chosen font or the first font of the
 * fallback chain that has it, scaled so that the capital heights match.
 *
 * @param height nominal height in mm
 * @throws when the chosen font or the fallback fonts are not among `fonts`
 */
export function setLine(text: string, font: string, height: number, fonts: GlyphTables): SetLine {
  const chosen = tableOf(font, fonts);
  const line: SetLine = { runs: [], width: 0, fallbacks: [], missing: [] };
  let run: GlyphRun | undefined;
  for (const character of text) {
    const { table, printed } = glyphFor(character, chosen, fonts, line);
    if (run?.font !== table.font) {
      run = { font: table.font, text: '', emSize: emSize(table, height), width: 0, length: 0 };
      line.runs.push(run);
    }
    const advance = (table.advances.get(printed.codePointAt(0)!)! / table.unitsPerEm) * run.emSize;
    run.text += printed;
    run.width += advance;
    run.length += character.length;
    line.width += advance;
  }
  return line;
}

/** The width of a line in mm at letter width 1, as {@link setLine} would set it. */
export function measureLine(text: string, font: string, height: number, fonts: GlyphTables): number {
  const chosen = tableOf(font, fonts);
  const scale = height / chosen.capHeight;
  let width = 0;
  for (const character of text) {
    const advance = chosen.advances.get(character.codePointAt(0)!);
    if (advance !== undefined) width += advance * scale;
    else {
      const { table, printed } = glyphFor(character, chosen, fonts);
      width += (table.advances.get(printed.codePointAt(0)!)! * height) / table.capHeight;
    }
  }
  return width;
}

function tableOf(font: string, fonts: GlyphTables): GlyphTable {
  const table = fonts.get(font) ?? fonts.get(FALLBACK_FONTS[0]);
  if (!table) throw new Error(`no glyph table of ${font} nor of ${FALLBACK_FONTS[0]} was given`);
  return table;
}

function glyphFor(
  character: string,
  chosen: GlyphTable,
  fonts: GlyphTables,
  line?: SetLine,
): { table: GlyphTable; printed: string } {
  const code = character.codePointAt(0)!;
  if (chosen.advances.has(code)) return { table: chosen, printed: character };
  line?.fallbacks.push(character);
  const fallback = FALLBACK_FONTS.map((id) => tableOf(id, fonts)).find((table) => table.advances.has(code));
  if (fallback) return { table: fallback, printed: character };
  line?.missing.push(character);
  const box = MISSING_BOX.codePointAt(0)!;
  const withBox = FALLBACK_FONTS.map((id) => tableOf(id, fonts)).find((table) => table.advances.has(box));
  if (!withBox) throw new Error('no fallback font has the box that stands for a missing character');
  return { table: withBox, printed: MISSING_BOX };
}
