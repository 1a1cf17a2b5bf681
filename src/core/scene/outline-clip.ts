import { type Box, type Point, right, top } from '../geometry/box';
import type { Segment } from '../picture/picture';
import { flattened } from '../picture/flattening';

/** One border of a box: the signed distance to it, positive inside. */
type Border = (point: Point) => number;

const bordersOf = (box: Box): Border[] => [
  ({ x }) => x - box.x,
  ({ x }) => right(box) - x,
  ({ y }) => y - box.y,
  ({ y }) => top(box) - y,
];

function crossing(a: Point, b: Point, border: Border): Point {
  const [da, db] = [border(a), border(b)];
  const t = da / (da - db);
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
}

/** The ring cut to the box, border by border (Sutherland and Hodgman, 1974); empty when it lies outside. */
function cutRing(ring: readonly Point[], box: Box): Point[] {
  return bordersOf(box).reduce<Point[]>(
    (points, border) =>
      points.flatMap((point, i) => {
        const before = points.at(i - 1)!;
        const [inside, wasInside] = [border(point) >= 0, border(before) >= 0];
        if (inside) return wasInside ? [point] : [crossing(before, point, border), point];
        return wasInside ? [crossing(before, point, border)] : [];
      }),
    [...ring],
  );
}

/** The stretches of an open line that lie in the box. */
function cutLine(line: readonly Point[], box: Box): Point[][] {
  let pieces = [[...line]];
  for (const border of bordersOf(box)) {
    pieces = pieces.flatMap((piece) => {
      const result: Point[][] = [];
      let current: Point[] = [];
      piece.forEach((point, i) => {
        const before = piece[i - 1];
        const inside = border(point) >= 0;
        if (before && inside !== border(before) >= 0) current.push(crossing(before, point, border));
        if (inside) current.push(point);
        else if (current.length > 0) {
          result.push(current);
          current = [];
        }
      });
      return current.length > 1 ? [...result, current] : result.filter((one) => one.length > 1);
    });
  }
  return pieces;
}

const asSegments = ([first, ...rest]: readonly Point[], closed: boolean): Segment[] => [
  ['M', first!.x, first!.y],
  ...rest.map(({ x, y }): Segment => ['L', x, y]),
  ...(closed ? [['Z'] as Segment] : []),
];

/**
 * Outlines cut to a box, so that what lies outside is printed nowhere. Curves become chords that stray by no more than
 * `within` mm; an outline that lies inside stays as it is.
 */
export function outlineWithin(
  segments: readonly Segment[],
  box: Box,
  within = 0.005,
): { filled: Segment[]; stroked: Segment[] } {
  const pieces = flattened(segments, within);
  const inside = pieces.every(({ points }) =>
    points.every((point) => bordersOf(box).every((border) => border(point) >= -1e-9)),
  );
  if (inside) return { filled: [...segments], stroked: [...segments] };
  const filled = pieces.flatMap(({ points }) => {
    const ring = cutRing(points, box);
    return ring.length > 2 ? asSegments(ring, true) : [];
  });
  const stroked = pieces.flatMap(({ points, closed }) =>
    cutLine(closed ? [...points, points[0]!] : points, box).flatMap((piece) => asSegments(piece, false)),
  );
  return { filled, stroked };
}
