import type { Point } from '../geometry/box';
import type { ViewCurve } from './projected';

interface Circle {
  centre: Point;
  radius: number;
}

const DEG = 180 / Math.PI;

/** What of curves lies in a circle, as a detail shows it. */
export const clippedTo = (curves: readonly ViewCurve[], circle: Circle): ViewCurve[] =>
  curves.flatMap((curve) => {
    switch (curve.kind) {
      case 'line':
        return lineIn(curve.from, curve.to, circle).map(([from, to]) => ({ kind: 'line' as const, from, to }));
      case 'arc':
        return arcIn(curve, circle);
      case 'run':
        return runIn(curve.points, circle);
    }
  });

/** What of a straight line lies in a circle: one stretch or none. */
function lineIn(from: Point, to: Point, { centre, radius }: Circle): [Point, Point][] {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const [fx, fy] = [from.x - centre.x, from.y - centre.y];
  const a = dx * dx + dy * dy;
  const b = fx * dx + fy * dy;
  const under = b * b - a * (fx * fx + fy * fy - radius * radius);
  if (a === 0 || under <= 0) return [];
  const [t0, t1] = [Math.max(0, (-b - Math.sqrt(under)) / a), Math.min(1, (-b + Math.sqrt(under)) / a)];
  const at = (t: number): Point => (t === 0 ? from : t === 1 ? to : { x: from.x + t * dx, y: from.y + t * dy });
  return t1 - t0 > 1e-9 ? [[at(t0), at(t1)]] : [];
}

/** What of an arc lies in a circle: it is parted where both cross, and the parts whose middle is inside stay. */
function arcIn(arc: ViewCurve & { kind: 'arc' }, circle: Circle): ViewCurve[] {
  const [dx, dy] = [circle.centre.x - arc.centre.x, circle.centre.y - arc.centre.y];
  const distance = Math.hypot(dx, dy);
  const cos = (arc.radius ** 2 + distance ** 2 - circle.radius ** 2) / (2 * arc.radius * distance);
  const cuts = [arc.fromDeg, arc.toDeg];
  if (distance > 0 && Math.abs(cos) < 1) {
    const [toward, off] = [Math.atan2(dy, dx) * DEG, Math.acos(cos) * DEG];
    for (const deg of [toward - off, toward + off]) {
      // The crossing within the arc's own turns, if it is there.
      const within = deg + Math.ceil((arc.fromDeg - deg) / 360) * 360;
      if (within < arc.toDeg) cuts.push(within);
    }
  }
  cuts.sort((a, b) => a - b);
  return cuts.slice(1).flatMap((toDeg, i): ViewCurve[] => {
    const fromDeg = cuts[i]!;
    const middle = (fromDeg + toDeg) / 2 / DEG;
    const [x, y] = [
      arc.centre.x + arc.radius * Math.cos(middle) - circle.centre.x,
      arc.centre.y + arc.radius * Math.sin(middle) - circle.centre.y,
    ];
    return toDeg - fromDeg > 1e-9 && Math.hypot(x, y) < circle.radius ? [{ ...arc, fromDeg, toDeg }] : [];
  });
}

/** What of a run of points lies in a circle: the stretches of it that go on without leaving. */
function runIn(points: readonly Point[], circle: Circle): ViewCurve[] {
  const runs: Point[][] = [];
  points.slice(1).forEach((to, i) => {
    for (const [a, b] of lineIn(points[i]!, to, circle)) {
      const last = runs.at(-1);
      if (last?.at(-1) === a) last.push(b);
      else runs.push([a, b]);
    }
  });
  return runs.map((run) => ({ kind: 'run', points: run }));
}
