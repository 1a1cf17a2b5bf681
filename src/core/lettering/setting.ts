import { FALLBACK_FONTS } from './fonts';
import type { GlyphBox, GlyphTable, GlyphTables } from './glyph-table';
import { type Lettering, boldOf } from './style';

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
  /** How far from the end of the run before it, and from the base line, it is drawn: a mark stands back over its character. */
  offset: { across: number; up: number };
}

const IN_LINE = { across: 0, up: 0 };

/** How far the ink of one line of text reaches, mm; a negative figure is a distance kept. */
export interface LineInk {
  /** To the left of where the line starts. */
  before: number;
  /** To the right of where its last advance ends. */
  after: number;
  /** Above the base line. */
  above: number;
  /** Below the base line. */
  below: number;
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
 * fallback chain that has it, scaled so that the capital heights match. A combining mark is a run by itself, over the character
 * before it, so that every program that draws it puts it in the same place.
 *
 * @param height nominal height in mm
 * @throws when the chosen font or the fallback fonts are not among `fonts`
 */
export function setLine(text: string, font: string, height: number, fonts: GlyphTables): SetLine {
  const chosen = tableOf(font, fonts);
  const line: SetLine = { runs: [], width: 0, fallbacks: [], missing: [] };
  const { advance } = columnsOf(chosen);
  if (text !== '' && isPlain(text, advance)) {
    const size = emSize(chosen, height);
    for (let i = 0; i < text.length; i++) line.width += (advance[text.charCodeAt(i)]! / chosen.unitsPerEm) * size;
    line.runs.push({ font: chosen.font, text, emSize: size, width: line.width, length: text.length, offset: IN_LINE });
    return line;
  }
  let run: GlyphRun | undefined;
  for (const glyph of glyphsOf(text, chosen, fonts, line)) {
    const { table, code, length, mark } = glyph;
    if (run?.font !== table.font || mark || run.offset !== IN_LINE) {
      const offset = mark ? markOffset(glyph, height) : IN_LINE;
      run = { font: table.font, text: '', emSize: emSize(table, height), width: 0, length: 0, offset };
      line.runs.push(run);
    }
    const advance = advanceOf(glyph, height);
    run.text += String.fromCodePoint(code);
    run.width += advance;
    run.length += length;
    line.width += advance;
  }
  return line;
}

/** The width of a line in mm at letter width 1, as {@link setLine} would set it. */
export function measureLine(text: string, font: string, height: number, fonts: GlyphTables): number {
  const chosen = tableOf(font, fonts);
  const { advance } = columnsOf(chosen);
  let width = 0;
  if (isPlain(text, advance)) {
    const scale = height / chosen.capHeight;
    for (let i = 0; i < text.length; i++) width += advance[text.charCodeAt(i)]! * scale;
    return width;
  }
  for (const glyph of glyphsOf(text, chosen, fonts)) width += advanceOf(glyph, height);
  return width;
}

/**
 * How far the ink of a line reaches: the boxes of its glyphs' outlines, leaning by the lettering's slant (the corner of a box that leans
 * furthest, so never too little) and thickened by half the line about bold letters.
 *
 * @param height nominal height in mm
 * @param letterWidth the factor on every advance; the slant does not grow with it
 */
export function lineInk(
  text: string,
  lettering: Pick<Lettering, 'font' | 'slantDeg' | 'weight'>,
  height: number,
  letterWidth: number,
  fonts: GlyphTables,
): LineInk {
  const chosen = tableOf(lettering.font, fonts);
  const lean = lettering.slantDeg === 0 ? 0 : Math.tan((lettering.slantDeg * Math.PI) / 180);
  const reach = isPlain(text, columnsOf(chosen).advance)
    ? plainReach(text, chosen, height, letterWidth, lean)
    : glyphReach(text, chosen, fonts, height, letterWidth, lean);
  if (reach.right < reach.left) return { before: 0, after: 0, above: 0, below: 0 };
  const stroke = (boldOf(lettering, height).bold ?? 0) / 2;
  const { left, right, end, top, bottom } = reach;
  return { before: stroke - left, after: right + stroke - end, above: top + stroke, below: stroke - bottom };
}

/** The box that the outlines of a line fill, and where its last advance ends, mm from where it starts. */
interface Reach extends GlyphBox {
  end: number;
}

/** Of a text that has nothing but the chosen font's own letters, which is nearly every one. */
function plainReach(text: string, chosen: GlyphTable, height: number, letterWidth: number, lean: number): Reach {
  const columns = columnsOf(chosen);
  // In font units along the line; a unit of height leans so far.
  const leaning = lean / letterWidth;
  let [at, left, right, top, bottom] = [0, Infinity, -Infinity, -Infinity, Infinity];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    const [low, high] = [columns.bottom[code]!, columns.top[code]!];
    if (high > low) {
      const [from, to] = [at + columns.left[code]! + low * leaning, at + columns.right[code]! + high * leaning];
      if (from < left) left = from;
      if (to > right) right = to;
      if (high > top) top = high;
      if (low < bottom) bottom = low;
    }
    at += columns.advance[code]!;
  }
  const up = height / chosen.capHeight;
  const along = up * letterWidth;
  return { left: left * along, right: right * along, end: at * along, top: top * up, bottom: bottom * up };
}

function glyphReach(
  text: string,
  chosen: GlyphTable,
  fonts: GlyphTables,
  height: number,
  letterWidth: number,
  lean: number,
): Reach {
  const reach: Reach = { left: Infinity, right: -Infinity, top: -Infinity, bottom: Infinity, end: 0 };
  for (const glyph of glyphsOf(text, chosen, fonts)) {
    const box = glyph.table.boxes.get(glyph.code);
    if (box) {
      const scale = height / glyph.table.capHeight;
      const { across, up } = glyph.mark ? markOffset(glyph, height) : IN_LINE;
      const at = (x: number, y: number) => reach.end + (across + x * scale) * letterWidth + (up + y * scale) * lean;
      reach.left = Math.min(reach.left, at(box.left, box.bottom));
      reach.right = Math.max(reach.right, at(box.right, box.top));
      reach.top = Math.max(reach.top, up + box.top * scale);
      reach.bottom = Math.min(reach.bottom, up + box.bottom * scale);
    }
    reach.end += advanceOf(glyph, height) * letterWidth;
  }
  return reach;
}

/** The glyph table of a font, else of the first fallback. @throws when neither is among `fonts` */
function tableOf(font: string, fonts: GlyphTables): GlyphTable {
  const table = fonts.get(font) ?? fonts.get(FALLBACK_FONTS[0]);
  if (!table) throw new Error(`no glyph table of ${font} nor of ${FALLBACK_FONTS[0]} was given`);
  return table;
}

/** The first code point that a combining mark may have. */
const FIRST_MARK = 0x300;
const MARK = /\p{M}/u;

const isMark = (character: string, code: number): boolean => code >= FIRST_MARK && MARK.test(character);

/** Latin, Greek and Cyrillic letters, dashes and quotation marks, arrows and the signs of drawings lie below it. */
const PLAIN_UNTIL = 0x2400;

/** A font's advances and boxes by code point, for letters that need no more than looking up; a negative advance for what it lacks. */
type Columns = Record<'advance' | keyof GlyphBox, Int16Array>;

const columnsKnown = new WeakMap<GlyphTable, Columns>();

function columnsOf(table: GlyphTable): Columns {
  let columns = columnsKnown.get(table);
  if (!columns) {
    const make = () => new Int16Array(PLAIN_UNTIL);
    columns = { advance: make().fill(-1), left: make(), bottom: make(), right: make(), top: make() };
    for (const [code, advance] of table.advances) {
      if (code >= PLAIN_UNTIL || isMark(String.fromCodePoint(code), code)) continue;
      columns.advance[code] = advance;
      const box = table.boxes.get(code);
      if (box) for (const side of ['left', 'bottom', 'right', 'top'] as const) columns[side][code] = box[side];
    }
    columnsKnown.set(table, columns);
  }
  return columns;
}

/** Every character is one of the chosen font's own and no mark. */
function isPlain(text: string, advance: Int16Array): boolean {
  for (let i = 0; i < text.length; i++) if (!(advance[text.charCodeAt(i)]! >= 0)) return false;
  return true;
}

/** A character as it is printed: the table of the font that has it, and the code point that is taken from it. */
interface Glyph {
  table: GlyphTable;
  code: number;
  /** How many characters (UTF-16) of the text it stands for. */
  length: number;
  /** It is a combining mark. */
  mark: boolean;
  /** The glyph before it that is no mark. */
  base?: Glyph | undefined;
}

/** The glyphs of a text; what the chosen font lacks is written down in `line`. */
function* glyphsOf(text: string, chosen: GlyphTable, fonts: GlyphTables, line?: SetLine): Generator<Glyph> {
  let base: Glyph | undefined;
  for (const character of text) {
    const code = character.codePointAt(0)!;
    const mark = isMark(character, code);
    const glyph = { ...glyphFor(character, code, chosen, fonts, line), length: character.length, mark, base };
    if (!mark) base = glyph;
    yield glyph;
  }
}

function glyphFor(
  character: string,
  code: number,
  chosen: GlyphTable,
  fonts: GlyphTables,
  line?: SetLine,
): Pick<Glyph, 'table' | 'code'> {
  if (chosen.advances.has(code)) return { table: chosen, code };
  line?.fallbacks.push(character);
  const fallback = FALLBACK_FONTS.map((id) => tableOf(id, fonts)).find((table) => table.advances.has(code));
  if (fallback) return { table: fallback, code };
  line?.missing.push(character);
  const box = MISSING_BOX.codePointAt(0)!;
  const withBox = FALLBACK_FONTS.map((id) => tableOf(id, fonts)).find((table) => table.advances.has(box));
  if (!withBox) throw new Error('no fallback font has the box that stands for a missing character');
  return { table: withBox, code: box };
}

/** A mark has no advance of its own, whatever its font says: it stands over the character before it. */
const advanceOf = ({ table, code, mark, base }: Glyph, height: number): number =>
  mark && base ? 0 : (table.advances.get(code)! / table.unitsPerEm) * emSize(table, height);

/** Least distance of a mark from its character, as a share of the height. */
const CLEAR_OF_MARK = 0.08;

/**
 * How far from the end of the character before it, and from the base line, a mark is drawn, mm at letter width 1: their ink in line, and
 * the mark clear of a character that is higher, or deeper, than those it was drawn for.
 */
function markOffset({ table, code, base }: Glyph, height: number): GlyphRun['offset'] {
  const box = table.boxes.get(code);
  const under = base?.table.boxes.get(base.code);
  if (!base || !box || !under) return IN_LINE;
  const [mm, baseMm] = [height / table.capHeight, height / base.table.capHeight];
  const middle = (under.left + under.right) / 2 - base.table.advances.get(base.code)!;
  const clear = CLEAR_OF_MARK * height;
  const up =
    box.bottom > 0
      ? Math.max(0, under.top * baseMm + clear - box.bottom * mm)
      : box.top < 0
        ? Math.min(0, under.bottom * baseMm - clear - box.top * mm)
        : 0;
  return { across: middle * baseMm - ((box.left + box.right) / 2) * mm, up };
}
