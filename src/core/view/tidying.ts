import type { Point } from '../geometry/box';
import type { ViewCurve } from './projected';

/** Nearer than this is the same place; at the scales of drawings no pen shows it, mm of the model. */
const SAME = 1e-3;

/** Stretches of one carrier, a straight line or a circle: from and to along it. */
type Stretch = [number, number];

interface Carrier {
  stretches: Stretch[];
  /** The curve over a stretch of it. */
  curve: (stretch: Stretch) => ViewCurve;
}

const grid = (value: number) => Math.round(value / SAME) || 0;

/**
 * Lines of a view with everything drawn once: lines that lie on one another, touch or overlap become one, what is hidden under
 * something visible is left out (ISO 128-2: a visible line goes before a hidden one).
 */
export function tidied(
  visible: readonly ViewCurve[],
  hidden: readonly ViewCurve[],
): { visible: ViewCurve[]; hidden: ViewCurve[] } {
  const over = carriers(visible);
  const under = carriers(hidden);
  for (const [key, carrier] of under.lines) {
    const above = over.lines.get(key);
    if (above) carrier.stretches = without(joined(carrier.stretches), joined(above.stretches));
  }
  const runs = once(under.runs).filter(([key]) => !once(over.runs).some(([above]) => above === key));
  return {
    visible: [...drawn(over.lines), ...once(over.runs).map(([, run]) => run)],
    hidden: [...drawn(under.lines), ...runs.map(([, run]) => run)],
  };
}

const drawn = (lines: ReadonlyMap<string, Carrier>): ViewCurve[] =>
  [...lines.values()].flatMap(({ stretches, curve }) => joined(stretches).map(curve));

/** Runs told apart by their ends and their middle, whichever way they go. */
function once(runs: readonly (ViewCurve & { kind: 'run' })[]): [string, ViewCurve][] {
  const known = new Map<string, ViewCurve>();
  for (const run of runs) {
    const { points } = run;
    const at = ({ x, y }: Point) => `${Math.round(x * 50)},${Math.round(y * 50)}`;
    const [first, last] = [at(points[0]!), at(points.at(-1)!)];
    const middle = middleOf(points);
    const key = [...[first, last].sort(), at(middle)].join(' ');
    if (!known.has(key)) known.set(key, run);
  }
  return [...known];
}

/** The point half way along a run. */
function middleOf(points: readonly Point[]): Point {
  const lengths = points.slice(1).map((p, i) => Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y));
  let left = lengths.reduce((sum, length) => sum + length, 0) / 2;
  for (const [i, length] of lengths.entries()) {
    if (left <= length && length > 0) {
      const [a, b] = [points[i]!, points[i + 1]!];
      return { x: a.x + ((b.x - a.x) * left) / length, y: a.y + ((b.y - a.y) * left) / length };
    }
    left -= length;
  }
  return points[0]!;
}

function carriers(curves: readonly ViewCurve[]) {
  const lines = new Map<string, Carrier>();
  const runs: (ViewCurve & { kind: 'run' })[] = [];
  const put = (key: string, stretches: Stretch[], curve: Carrier['curve']) => {
    const carrier = lines.get(key);
    if (carrier) carrier.stretches.push(...stretches);
    else lines.set(key, { stretches: [...stretches], curve });
  };
  for (const curve of curves) {
    if (curve.kind === 'run') runs.push(curve);
    else if (curve.kind === 'arc') {
      const { centre, radius } = curve;
      const key = `arc ${grid(centre.x)},${grid(centre.y)},${grid(radius)}`;
      put(key, turnsOf(curve.fromDeg, curve.toDeg), ([fromDeg, toDeg]) => ({
        kind: 'arc',
        centre,
        radius,
        fromDeg,
        toDeg,
      }));
    } else {
      const { from, to } = curve;
      const length = Math.hypot(to.x - from.x, to.y - from.y);
      if (length < SAME) continue;
      let [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
      if (dx < -1e-9 || (Math.abs(dx) <= 1e-9 && dy < 0)) [dx, dy] = [-dx, -dy];
      const off = from.x * dy - from.y * dx;
      const [s, e] = [from.x * dx + from.y * dy, to.x * dx + to.y * dy];
      const key = `line ${Math.round(dx * 1e5)},${Math.round(dy * 1e5)},${grid(off)}`;
      const at = (t: number): Point => ({ x: t * dx + off * dy, y: t * dy - off * dx });
      put(key, [s < e ? [s, e] : [e, s]], ([a, b]) => ({ kind: 'line', from: at(a), to: at(b) }));
    }
  }
  return { lines, runs };
}

/** An arc as stretches from 0 to 360 degrees: two where it goes through 0. */
function turnsOf(fromDeg: number, toDeg: number): Stretch[] {
  const turn = toDeg - fromDeg;
  if (turn >= 360 - 1e-6) return [[0, 360]];
  const from = ((fromDeg % 360) + 360) % 360;
  return from + turn <= 360
    ? [[from, from + turn]]
    : [
        [from, 360],
        [0, from + turn - 360],
      ];
}

/** Stretches that touch or overlap as one, in their order. */
function joined(stretches: readonly Stretch[]): Stretch[] {
  const result: Stretch[] = [];
  for (const [from, to] of [...stretches].sort(([a], [b]) => a - b)) {
    const last = result.at(-1);
    if (last && from <= last[1] + SAME) last[1] = Math.max(last[1], to);
    else result.push([from, to]);
  }
  return result;
}

/** What of stretches lies outside of others; both in order and apart. */
function without(stretches: readonly Stretch[], others: readonly Stretch[]): Stretch[] {
  return stretches.flatMap(([from, to]) => {
    const left: Stretch[] = [];
    let at = from;
    for (const [a, b] of others) {
      if (b <= at || a >= to) continue;
      if (a - at > SAME) left.push([at, a]);
      at = Math.max(at, b);
    }
    if (to - at > SAME) left.push([at, to]);
    return left;
  });
}
