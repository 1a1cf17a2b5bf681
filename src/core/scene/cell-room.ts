import type { Cell } from '../format/document';
import { lengthAt } from '../format/length-value';
import type { Box } from '../geometry/box';
import type { Placing } from '../geometry/placing';
import type { Lettering } from '../lettering/style';
import type { Filling } from './content-text';
import type { Finding } from '../findings/finding';
import type { CellReport } from './report';
import type { Primitive } from './scene';

/** Least distance between a caption and what stands under it, mm. */
const CAPTION_GAP = 0.4;

export interface ComposedCell {
  primitives: Primitive[];
  report: CellReport;
  findings: Finding[];
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
}

export function letteringOf(id: string, { document }: Filling, override?: Partial<Lettering>): Lettering {
  const style = document.letterings.find((candidate) => candidate.id === id)!;
  return override ? { ...style, ...override } : style;
}

export function inkOf(id: string, { document }: Filling): string {
  return document.inks.find((ink) => ink.id === id)!.colour;
}

/** How much of the cell's height its caption takes at the top, insets and gap included; 0 when it is elsewhere. */
export function roomForCaption({ cell, room, filling }: CellContext): number {
  const { caption } = cell;
  if (!caption?.text || caption.place.up !== 'top') return 0;
  return lengthAt(caption.place.inset.y, room.sizeId) + letteringOf(caption.lettering, filling).height + CAPTION_GAP;
}

/** The room for what is no text: the cell less its insets and its caption, in the cell's own coordinates. */
export function roomFor({ cell, block, room, filling }: CellContext): Box {
  const [x, y] = [lengthAt(cell.place.inset.x, room.sizeId), lengthAt(cell.place.inset.y, room.sizeId)];
  const above = roomForCaption({ cell, block, room, filling });
  return { x, y, width: Math.max(0, room.width - 2 * x), height: Math.max(0, room.height - y - (above || y)) };
}
