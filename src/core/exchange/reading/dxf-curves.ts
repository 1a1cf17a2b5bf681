import type { DxfEntity } from 'dxf';
import type { Point } from '../../geometry/box';

/** The points of an ellipse or of a part of one: its major axis is given from its centre, its angles are parameters. */
export function ellipsePoints(entity: DxfEntity): Point[] {
  const { x = 0, y = 0, majorX = 0, majorY = 0, axisRatio = 1, startAngle = 0, endAngle = 2 * Math.PI } = entity;
  const to = endAngle > startAngle ? endAngle : endAngle + 2 * Math.PI;
  const steps = Math.max(8, Math.ceil((to - startAngle) / (Math.PI / 36)));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const t = startAngle + ((to - startAngle) * i) / steps;
    const [major, minor] = [Math.cos(t), Math.sin(t) * axisRatio];
    return { x: x + major * majorX - minor * majorY, y: y + major * majorY + minor * majorX };
  });
}

/** Points per span of a spline. */
const PER_SPAN = 12;

/** The points of a spline: by its control points, else smoothly through the points that it goes through. Empty for one that has neither. */
export function splinePoints(
  { controlPoints = [], knots = [], weights, degree = 3 }: DxfEntity,
  through: readonly Point[],
): Point[] {
  const isWhole = controlPoints.length > degree && knots.length === controlPoints.length + degree + 1;
  if (!isWhole) return smooth(through);
  const spans = knots.slice(degree, -degree).flatMap((from, i, inner) => {
    const to = inner[i + 1];
    return to !== undefined && to > from ? [{ from, to, index: degree + i }] : [];
  });
  const controls = controlPoints.map(({ x = 0, y = 0 }, i) => ({ x, y, w: weights?.[i] ?? 1 }));
  return spans.flatMap(({ from, to, index }, i) => {
    const last = i === spans.length - 1;
    return Array.from({ length: PER_SPAN + (last ? 1 : 0) }, (_, k) =>
      onSpline(controls, knots, degree, index, from + ((to - from) * k) / PER_SPAN),
    );
  });
}

/** A point of a rational B-spline at a parameter within the span behind knot `index` (de Boor's algorithm). */
function onSpline(
  controls: readonly { x: number; y: number; w: number }[],
  knots: readonly number[],
  degree: number,
  index: number,
  t: number,
): Point {
  const points = Array.from({ length: degree + 1 }, (_, j) => {
    const { x, y, w } = controls[j + index - degree]!;
    return { x: x * w, y: y * w, w };
  });
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const low = knots[j + index - degree]!;
      const share = (t - low) / (knots[j + 1 + index - r]! - low || 1);
      const [a, b] = [points[j - 1]!, points[j]!];
      points[j] = { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), w: a.w + share * (b.w - a.w) };
    }
  const { x, y, w } = points[degree]!;
  return { x: x / w, y: y / w };
}

/** A smooth curve through some points: between two of them a cubic with the directions of their neighbours. */
function smooth(through: readonly Point[]): Point[] {
  const at = (i: number) => through[Math.max(0, Math.min(through.length - 1, i))]!;
  return through.flatMap((b, i): Point[] => {
    if (i === through.length - 1) return [b];
    const [a, c, d] = [at(i - 1), at(i + 1), at(i + 2)];
    const along = (t: number, p: number, q: number, r: number, s: number) =>
      0.5 * (2 * q + (r - p) * t + (2 * p - 5 * q + 4 * r - s) * t * t + (3 * q - p - 3 * r + s) * t * t * t);
    return Array.from({ length: PER_SPAN }, (_, k) => ({
      x: along(k / PER_SPAN, a.x, b.x, c.x, d.x),
      y: along(k / PER_SPAN, a.y, b.y, c.y, d.y),
    }));
  });
}
