import type { Box, Point } from './box';
import { boxAround } from './box';

/** A quarter turn counter-clockwise, in degrees. */
export type Turn = 0 | 90 | 180 | 270;

/**
 * Where a thing drawn in coordinates of its own (origin at its lower left) stands on the sheet:
 * turned counter-clockwise about its origin, then moved so that its turned box has its lower left at `at`.
 */
export interface Placing {
  at: Point;
  turn: Turn;
  /** Size before turning, mm. */
  width: number;
  height: number;
}

/** Maps a point of the thing's own coordinates onto the sheet. */
export function toSheet({ at, turn, width, height }: Placing, { x, y }: Point): Point {
  switch (turn) {
    case 0:
      return { x: at.x + x, y: at.y + y };
    case 90:
      return { x: at.x + height - y, y: at.y + x };
    case 180:
      return { x: at.x + width - x, y: at.y + height - y };
    case 270:
      return { x: at.x + y, y: at.y + width - x };
  }
}

/** Maps a box of the thing's own coordinates onto the sheet. */
export function boxToSheet(placing: Placing, box: Box): Box {
  return boxAround(toSheet(placing, box), toSheet(placing, { x: box.x + box.width, y: box.y + box.height }));
}

/** The placing's own size after turning: width and height swap at 90° and 270°. */
export function turnedSize(width: number, height: number, turn: Turn): { width: number; height: number } {
  return turn === 90 || turn === 270 ? { width: height, height: width } : { width, height };
}

/** The sum of two turns. */
export function addTurns(a: Turn, b: Turn): Turn {
  return ((a + b) % 360) as Turn;
}
