import type { Point } from '../geometry/box';
import type { ViewCurve } from './projected';

type Run = ViewCurve & { kind: 'run' };

/** Runs are looked at in pieces of at most so many times the distance that counts as the same place. */
const PIECE = 30;
/** Curves that cross at more than this do not lie on one another. */
const ALONG = Math.cos((15 * Math.PI) / 180);
const DEG = Math.PI / 180;

interface Laid {
  curve: ViewCurve;
  points: readonly Point[];
  about: ReturnType<typeof boxOf>;
}

/** Curves on which runs may lie, more of which may come. @param same how near is the same place, mm */
export class Laying {
  private readonly laid: Laid[] = [];

  constructor(private readonly same: number) {}

  add(curves: readonly ViewCurve[]): void {
    for (const curve of curves) {
      const points = pointsOf(curve);
      this.laid.push({ curve, points, about: boxOf(points, this.same) });
    }
  }

  /** Stretches of a run that lie on none of the curves. @param same how near is the same place for this run, mm */
  uncovered(run: Run, same = this.same): Run[] {
    const box = boxOf(run.points, same);
    const near = this.laid.filter(
      ({ about: { left, right, bottom, top } }) =>
        left <= box.right && right >= box.left && bottom <= box.top && top >= box.bottom,
    );
    return near.length === 0 ? [run] : uncovered(run, near, same);
  }
}

function uncovered(run: Run, near: readonly Laid[], same: number): Run[] {
  const free: Point[][] = [];
  let isWhole = true;
  run.points.slice(1).forEach((to, i) => {
    const from = run.points[i]!;
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    if (length === 0) return;
    const way = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
    const pieces = Math.ceil(length / (PIECE * same));
    const at = (k: number): Point => ({ x: from.x + way.x * length * k, y: from.y + way.y * length * k });
    for (let n = 0; n < pieces; n++) {
      const middle = at((n + 0.5) / pieces);
      const isCovered = near.some(
        ({ curve, points, about: { left, right, bottom, top } }) =>
          middle.x >= left &&
          middle.x <= right &&
          middle.y >= bottom &&
          middle.y <= top &&
          liesOn(middle, way, curve, points, same),
      );
      if (isCovered) {
        isWhole = false;
        continue;
      }
      const [start, end] = [at(n / pieces), at((n + 1) / pieces)];
      const last = free.at(-1);
      const before = last?.at(-1);
      if (before && Math.hypot(before.x - start.x, before.y - start.y) < 1e-9) last!.push(end);
      else free.push([start, end]);
    }
  });
  const lengthOf = (points: readonly Point[]) =>
    points.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y), 0);
  if (isWhole) return [run];
  // A short rest beside a covered stretch belongs to it.
  return free.filter((points) => lengthOf(points) > PIECE * same).map((points): Run => ({ kind: 'run', points }));
}

function boxOf(points: readonly Point[], wider: number) {
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { x, y } of points) {
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [bottom, top] = [Math.min(bottom, y), Math.max(top, y)];
  }
  return { left: left - wider, right: right + wider, bottom: bottom - wider, top: top + wider };
}

/** Points about which a curve lies: of an arc the corners of the box of its circle. */
function pointsOf(curve: ViewCurve): readonly Point[] {
  if (curve.kind === 'run') return curve.points;
  if (curve.kind === 'line') return [curve.from, curve.to];
  const { centre, radius } = curve;
  return [
    { x: centre.x - radius, y: centre.y - radius },
    { x: centre.x + radius, y: centre.y + radius },
  ];
}

/** Whether a point lies on a curve that goes the same way there. */
function liesOn(point: Point, way: Point, curve: ViewCurve, points: readonly Point[], same: number): boolean {
  if (curve.kind !== 'arc') return points.slice(1).some((to, i) => liesOnLine(point, way, points[i]!, to, same));
  const [dx, dy] = [point.x - curve.centre.x, point.y - curve.centre.y];
  const distance = Math.hypot(dx, dy);
  if (Math.abs(distance - curve.radius) > same || Math.abs((dx * way.y - dy * way.x) / distance) < ALONG) return false;
  const deg = Math.atan2(dy, dx) / DEG;
  return curve.toDeg >= deg + Math.ceil((curve.fromDeg - deg) / 360 - 1e-9) * 360;
}

function liesOnLine(point: Point, way: Point, from: Point, to: Point, same: number): boolean {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  if (length === 0) return false;
  const along = ((point.x - from.x) * dx + (point.y - from.y) * dy) / length;
  const off = Math.abs((point.x - from.x) * dy - (point.y - from.y) * dx) / length;
  return off <= same && along >= -same && along <= length + same && Math.abs(dx * way.x + dy * way.y) >= ALONG * length;
}
