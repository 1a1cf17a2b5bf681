import type { Segment } from './picture';

/** Straight pieces of an outline, each a list of points: curves cut so that none strays from its curve by `within` mm. */
export function flattened(
  segments: readonly Segment[],
  within: number,
): { points: { x: number; y: number }[]; closed: boolean }[] {
  const pieces: { points: { x: number; y: number }[]; closed: boolean }[] = [];
  let current: { points: { x: number; y: number }[]; closed: boolean } | undefined;
  for (const segment of segments) {
    if (segment[0] === 'M') {
      current = { points: [{ x: segment[1], y: segment[2] }], closed: false };
      pieces.push(current);
    } else if (!current) continue;
    else if (segment[0] === 'L') current.points.push({ x: segment[1], y: segment[2] });
    else if (segment[0] === 'Z') {
      current.closed = true;
      current = { points: [current.points[0]!], closed: false };
      pieces.push(current);
    } else curve(current.points, segment, within);
  }
  return pieces.filter((piece) => piece.points.length > 1);
}

function curve(
  points: { x: number; y: number }[],
  [, x1, y1, x2, y2, x3, y3]: Extract<Segment, ['C', ...number[]]>,
  within: number,
): void {
  const { x: x0, y: y0 } = points.at(-1)!;
  // The second differences bound how far a chord strays from a cubic: n² ≥ √3/6 · largest second difference / tolerance.
  const bend = Math.max(Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3));
  const n = Math.min(200, Math.max(1, Math.ceil(Math.sqrt((Math.sqrt(3) / 6) * 6 * (bend / within)) / 1.4)));
  for (let i = 1; i <= n; i++) {
    const t = i / n;
    const s = 1 - t;
    points.push({
      x: s ** 3 * x0 + 3 * s * s * t * x1 + 3 * s * t * t * x2 + t ** 3 * x3,
      y: s ** 3 * y0 + 3 * s * s * t * y1 + 3 * s * t * t * y2 + t ** 3 * y3,
    });
  }
}
