import { TOLERANCE } from './length';

/** A point on the sheet: mm, y up, origin at the trimmed sheet's lower left. */
export interface Point {
  x: number;
  y: number;
}

/** An upright rectangle on the sheet, by its lower left corner and its size in mm. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

export const right = (box: Box): number => box.x + box.width;
export const top = (box: Box): number => box.y + box.height;

/** True when two boxes are exactly the same. */
export function sameBox(a: Box, b: Box): boolean {
  return a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;
}

/** True when the insides of two boxes share more than the tolerance; touching edges do not overlap. */
export function overlaps(a: Box, b: Box): boolean {
  return (
    a.x < right(b) - TOLERANCE && b.x < right(a) - TOLERANCE && a.y < top(b) - TOLERANCE && b.y < top(a) - TOLERANCE
  );
}

/** True when `inner` lies within `outer`, edges included. */
export function contains(outer: Box, inner: Box): boolean {
  return (
    inner.x >= outer.x - TOLERANCE &&
    inner.y >= outer.y - TOLERANCE &&
    right(inner) <= right(outer) + TOLERANCE &&
    top(inner) <= top(outer) + TOLERANCE
  );
}

/** True when the point lies in the box, edges included. */
export function holds(box: Box, point: Point): boolean {
  return point.x >= box.x && point.x <= right(box) && point.y >= box.y && point.y <= top(box);
}

/** The smallest box around two boxes. */
export function boxAroundBoth(a: Box, b: Box): Box {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return { x, y, width: Math.max(right(a), right(b)) - x, height: Math.max(top(a), top(b)) - y };
}

/** A box so much larger on every side, mm; smaller where that is negative. */
export const inflated = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

/** The smallest box around two points. */
export function boxAround(a: Point, b: Point): Box {
  return { x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(a.x - b.x), height: Math.abs(a.y - b.y) };
}
