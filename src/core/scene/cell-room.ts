import type { Caption, Cell, Place } from '../format/document';
import { lengthAt } from '../format/length-value';
import type { Box } from '../geometry/box';
import { type Placing, boxToSheet } from '../geometry/placing';
import { type OddText, cleanText } from '../lettering/clean-text';
import type { GlyphTables } from '../lettering/glyph-table';
import { type LineInk, lineInk, measureLine } from '../lettering/setting';
import { type TextRoom, firstBaseLine, lineStart } from '../lettering/standing';
import { type Lettering, inCase, styleOn } from '../lettering/style';
import type { Filling } from './content-text';
import type { Finding } from '../findings/finding';
import type { CellReport } from './report';
import type { Primitive } from './scene';

/** Least distance between a caption and what stands beside it, mm. */
const CAPTION_GAP = 0.4;

export interface ComposedCell {
  primitives: Primitive[];
  report: CellReport;
  findings: Finding[];
  /** The ink of the lines of its caption and of its text, as far as these fit. */
  inked: Inked[];
}

/** The ink of one line of text on the sheet. */
export interface Inked {
  text: string;
  of: 'captions' | 'content';
  box: Box;
}

/** The ink of a line that starts at (`x`, `y`) of its room and is `width` wide by its advances, mm. */
export function inkedOn(
  { placing }: Room,
  { x, y, width, ink }: { x: number; y: number; width: number; ink: LineInk },
): Box {
  const { before, after, above, below } = ink;
  return boxToSheet(placing, { x: x - before, y: y - below, width: before + width + after, height: below + above });
}

/** The room of a cell for text: its size as the text runs, and where that lies on the sheet. */
export interface Room {
  placing: Placing;
  width: number;
  height: number;
  sizeId: string;
}

export interface CellContext {
  cell: Cell;
  block: string;
  room: Room;
  filling: Filling;
  /** Absent for a cell without one. */
  caption?: SetCaption;
}

/** A caption as it is set: its text in the case of its lettering, how far its ink reaches, and where it starts in its cell, mm. */
export interface SetCaption {
  text: string;
  lettering: Lettering;
  width: number;
  ink: LineInk;
  x: number;
  y: number;
  /** The room of the whole cell, in which it stands. */
  room: TextRoom;
  odd: OddText;
}

/** How a style of the format letters on a size, with what a cell has otherwise. */
export function letteringOf(
  id: string,
  { document }: Pick<Filling, 'document'>,
  sizeId: string,
  override?: Partial<Lettering>,
): Lettering {
  const style = styleOn(
    document.letterings.find((candidate) => candidate.id === id)!,
    sizeId,
  );
  return override ? { ...style, ...override } : style;
}

export function inkOf(id: string, { document }: Filling): string {
  return document.inks.find((ink) => ink.id === id)!.colour;
}

/** Ink keeps so far clear of the middle of a cell's lines, or as its inset says where that is less, mm. */
const CLEAR_OF_LINES = 0.2;
/** Least distance of ink from the ink of the cell's caption, mm. */
const CLEAR_OF_CAPTION = 0.1;

/** A cell in its room with what fills it, and its caption as it is set. */
export function cellContext(given: Omit<CellContext, 'caption'>): CellContext {
  const { cell, filling, room } = given;
  const { caption } = cell;
  return caption?.text ? { ...given, caption: captionIn(room, caption, filling) } : given;
}

/** A caption as it was last set, and what that hangs on: it is the same for everything that fills the sheet. */
interface KnownCaption {
  lettering: Lettering;
  fonts: GlyphTables;
  room: TextRoom;
  set: SetCaption;
}

const known = new WeakMap<Caption, KnownCaption>();

function captionIn(room: Room, caption: Caption, filling: Filling): SetCaption {
  const lettering = letteringOf(caption.lettering, filling, room.sizeId, caption.override);
  const { fonts } = filling.resources;
  const whole = wholeRoom(caption.place, room);
  const last = known.get(caption);
  if (last?.lettering === lettering && last.fonts === fonts && sameRoom(last.room, whole)) return last.set;
  const set = setCaption(caption, lettering, whole, filling);
  known.set(caption, { lettering, fonts, room: whole, set });
  return set;
}

/** Whether two whole rooms are the same: what is not compared follows from what is. */
const sameRoom = (a: TextRoom, b: TextRoom): boolean =>
  a.across.from === b.across.from && a.across.to === b.across.to && a.up.from === b.up.from && a.up.to === b.up.to;

function setCaption(caption: Caption, lettering: Lettering, room: TextRoom, filling: Filling): SetCaption {
  const { fonts } = filling.resources;
  const { height, letterWidth, font } = lettering;
  const { text: clean, leftOut, rightToLeft } = cleanText(caption.text);
  const text = inCase(clean.replaceAll('\n', ' '), lettering.case);
  const width = measureLine(text, font, height, fonts) * letterWidth;
  const ink = lineInk(text, lettering, height, letterWidth, fonts);
  const line = { inks: [ink], height, distance: 0, descent: descentOf(lettering, filling) * height };
  return {
    text,
    lettering,
    width,
    ink,
    x: lineStart(caption.place, width, ink, room),
    y: firstBaseLine(caption.place, line, room),
    room,
    odd: { leftOut, ...(rightToLeft && { rightToLeft: clean }) },
  };
}

/** The depth of a descender of a lettering's font, as a share of the height of its capitals. */
export function descentOf({ font }: Lettering, { resources }: Filling): number {
  const table = resources.fonts.get(font);
  return table ? table.descent / table.capHeight : 0;
}

/** The room of a whole cell for text that stands in it as `place` says, whatever else is in it. */
function wholeRoom(place: Place, { width, height, sizeId }: Room): TextRoom {
  const [x, y] = [lengthAt(place.inset.x, sizeId), lengthAt(place.inset.y, sizeId)];
  const [clearX, clearY] = [Math.min(x, CLEAR_OF_LINES), Math.min(y, CLEAR_OF_LINES)];
  return {
    across: { from: x, to: width - x },
    up: { from: y, to: height - y },
    ink: { across: { from: clearX, to: width - clearX }, up: { from: clearY, to: height - clearY } },
    middle: height / 2,
  };
}

/**
 * The room that a cell has for its content beside its caption: under a caption at the top, over one on the base line or at the bottom,
 * to the right or the left of one in the middle. A caption in the very middle leaves the side on which the content stands.
 */
export function contentRoom({ cell, room, caption }: CellContext): TextRoom {
  const free = wholeRoom(cell.place, room);
  if (!caption) return free;
  const { across, up, ink } = free;
  const { x, y, width, lettering } = caption;
  const [low, high] = [y - caption.ink.below - CLEAR_OF_CAPTION, y + caption.ink.above + CLEAR_OF_CAPTION];
  const [start, end] = [x - CAPTION_GAP, x + width + CAPTION_GAP];
  const { place } = cell.caption!;
  if (place.up === 'top') {
    const ceiling = room.height - lengthAt(place.inset.y, room.sizeId) - lettering.height - CAPTION_GAP;
    up.to = Math.min(up.to, ceiling);
    ink.up.to = Math.min(ink.up.to, low);
    free.middle = ceiling / 2;
  } else if (place.up !== 'middle') {
    const floor = y + lettering.height + CAPTION_GAP;
    up.from = Math.max(up.from, floor);
    ink.up.from = Math.max(ink.up.from, high);
    free.middle = (floor + room.height) / 2;
  } else if (place.across === 'left' || (place.across === 'centre' && cell.place.across === 'right')) {
    across.from = Math.max(across.from, end);
    ink.across.from = Math.max(ink.across.from, x + width + caption.ink.after + CLEAR_OF_CAPTION);
  } else if (place.across === 'right' || cell.place.across === 'left') {
    across.to = Math.min(across.to, start);
    ink.across.to = Math.min(ink.across.to, x - caption.ink.before - CLEAR_OF_CAPTION);
  } else across.to = across.from;
  return free;
}

/** The room for what is no text: the cell less its insets and its caption, in the cell's own coordinates. */
export function roomFor(context: CellContext): Box {
  const { across, up } = contentRoom(context);
  return {
    x: across.from,
    y: up.from,
    width: Math.max(0, across.to - across.from),
    height: Math.max(0, up.to - up.from),
  };
}
