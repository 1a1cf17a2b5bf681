import type { Drawn } from '../exchange/reading/drawn';
import type { Box } from '../geometry/box';

/**
 * Whether some figures are the symbol of a projection method: two circles about one centre, and beside them a cone cut off, whose ends are
 * level with the circles (ISO 5456-2, 3 and 4).
 *
 * @returns which arrangement it stands for, and the diameter of its larger circle, mm
 */
export function projectionSymbol(
  figures: readonly Drawn[],
): { angle: 'first angle' | 'third angle'; diameter: number } | undefined {
  const circles = figures.flatMap((one) => circleOf(one) ?? []).sort((a, b) => b.radius - a.radius);
  const [large] = circles;
  const small =
    large &&
    circles.find(
      (one) => one.radius < 0.85 * large.radius && Math.hypot(one.x - large.x, one.y - large.y) < 0.1 * large.radius,
    );
  if (!large || !small) return undefined;
  const lines = figures.flatMap((one) => (one.kind === 'line' ? [one] : []));
  const slanted = lines.filter(
    ({ from, to }) =>
      Math.abs(from.x - to.x) > 0.3 &&
      Math.abs(from.y - to.y) > 0.02 * Math.abs(from.x - to.x) &&
      Math.abs(from.y - to.y) < Math.abs(from.x - to.x),
  );
  const ends = slanted.flatMap(({ from, to }) => [from, to]).filter(({ x }) => Math.abs(x - large.x) > large.radius);
  if (slanted.length < 2 || ends.length < 4) return undefined;
  // The cone's larger end is as high as the larger circle.
  const wide = ends.filter(({ y }) => Math.abs(Math.abs(y - large.y) - large.radius) < 0.15 * large.radius);
  const narrow = ends.filter(({ y }) => Math.abs(Math.abs(y - large.y) - small.radius) < 0.15 * large.radius);
  if (wide.length < 2 || narrow.length < 2) return undefined;
  const mean = (points: readonly { x: number }[]) => points.reduce((sum, { x }) => sum + x, 0) / points.length;
  const [wideAt, narrowAt] = [mean(wide), mean(narrow)];
  // In first angle the view from the left stands on the right: the circles are seen from the narrow end, and stand beside the wide one.
  const isBesideNarrow = Math.abs(narrowAt - large.x) < Math.abs(wideAt - large.x);
  return { angle: isBesideNarrow ? 'third angle' : 'first angle', diameter: 2 * large.radius };
}

function circleOf(one: Drawn): { x: number; y: number; radius: number } | undefined {
  if (one.kind === 'arc') return one.toDeg - one.fromDeg >= 359 ? { ...one.centre, radius: one.radius } : undefined;
  if (one.kind !== 'run' || one.points.length < 6) return undefined;
  const box = around(one.points);
  const radius = (box.width + box.height) / 4;
  const centre = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const isRound =
    Math.abs(box.width - box.height) < 0.05 * radius &&
    one.points.every(({ x, y }) => Math.abs(Math.hypot(x - centre.x, y - centre.y) - radius) < 0.06 * radius);
  return isRound ? { ...centre, radius } : undefined;
}

function around(points: readonly { x: number; y: number }[]): Box {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}
