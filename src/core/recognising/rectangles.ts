import type { Box } from '../geometry/box';
import { right, top } from '../geometry/box';
import { type Stroke } from './strokes';

/** Most strokes of each direction among which large rectangles are looked for. */
const MOST = 80;

/** Rectangles whose four sides are drawn, the largest first; each side at least `least` mm. */
export function rectangles(strokes: readonly Stroke[], least: number, tolerance: number): Box[] {
  const longest = (axis: Stroke['axis']) =>
    strokes
      .filter((one) => one.axis === axis && one.to - one.from >= least)
      .sort((a, b) => b.to - b.from - (a.to - a.from))
      .slice(0, MOST);
  const levels = longest('level').sort((a, b) => a.at - b.at);
  const uprights = longest('upright').sort((a, b) => a.at - b.at);
  const reaches = (stroke: Stroke, from: number, to: number) =>
    stroke.from <= from + tolerance && stroke.to >= to - tolerance;
  const found: Box[] = [];
  levels.forEach((bottom, i) => {
    for (const upper of levels.slice(i + 1)) {
      if (upper.at - bottom.at < least) continue;
      const between = uprights.filter(
        (one) =>
          reaches(one, bottom.at, upper.at) &&
          [bottom, upper].every((level) => level.from <= one.at + tolerance && level.to >= one.at - tolerance),
      );
      // Only the outermost pair of uprights of one bottom and top can be a frame; those within are columns.
      const [first, last] = [between[0], between.at(-1)];
      if (
        first &&
        last &&
        last.at - first.at >= least &&
        reaches(bottom, first.at, last.at) &&
        reaches(upper, first.at, last.at)
      )
        found.push({ x: first.at, y: bottom.at, width: last.at - first.at, height: upper.at - bottom.at });
    }
  });
  return found.sort((a, b) => b.width * b.height - a.width * a.height);
}

/** Whether a box lies within another one with some distance on each of its sides. */
export const isInset = (inner: Box, outer: Box, least: number, most: number): boolean =>
  [inner.x - outer.x, inner.y - outer.y, right(outer) - right(inner), top(outer) - top(inner)].every(
    (distance) => distance >= least && distance <= most,
  );
