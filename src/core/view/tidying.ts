import type { Point } from '../geometry/box';
import { Laying } from './covering';
import type { ViewCurve } from './projected';

type Run = ViewCurve & { kind: 'run' };

/** Nearer than this is the same place; at the scales of drawings no pen shows it, mm of the model. */
const SAME = 1e-3;
/** How finely an arc is looked at where runs of points may lie on it, degrees. */
const STEP_DEG = 2;

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
 *
 * @param same how near runs of points are that may be of one curve, mm
 */
export function tidied(
  visible: readonly ViewCurve[],
  hidden: readonly ViewCurve[],
  same = SAME,
): { visible: ViewCurve[]; hidden: ViewCurve[] } {
  const over = carriers(visible);
  const under = carriers(hidden);
  for (const [key, carrier] of under.lines) {
    const seen = over.lines.get(key);
    if (seen) carrier.stretches = without(joined(carrier.stretches), joined(seen.stretches));
  }
  const [all, runsOnly] = [new Laying(same), new Laying(same)];
  const seen = drawn(over.lines);
  all.add(seen);
  for (const run of over.runs) {
    const left = all.uncovered(run);
    for (const laying of [all, runsOnly]) laying.add(left);
    seen.push(...left);
  }
  const unseen = drawn(under.lines).flatMap((curve) => arcOutside(curve, runsOnly, same));
  all.add(unseen);
  for (const run of under.runs) {
    const left = all.uncovered(run);
    all.add(left);
    unseen.push(...left);
  }
  return { visible: seen, hidden: unseen };
}

/** What of an arc lies on no run; a straight line stays. */
function arcOutside(curve: ViewCurve, runs: Laying, same: number): ViewCurve[] {
  if (curve.kind !== 'arc') return [curve];
  const { centre, radius, fromDeg, toDeg } = curve;
  const steps = Math.max(1, Math.ceil((toDeg - fromDeg) / STEP_DEG));
  const points = Array.from({ length: steps + 1 }, (_, i): Point => {
    const turn = ((fromDeg + (i / steps) * (toDeg - fromDeg)) * Math.PI) / 180;
    return { x: centre.x + radius * Math.cos(turn), y: centre.y + radius * Math.sin(turn) };
  });
  const run: Run = { kind: 'run', points };
  const left = runs.uncovered(run, same + radius * (1 - Math.cos((STEP_DEG * Math.PI) / 360)));
  return left.length === 1 && left[0] === run ? [curve] : left;
}

const drawn = (lines: ReadonlyMap<string, Carrier>): ViewCurve[] =>
  [...lines.values()].flatMap(({ stretches, curve }) => joined(stretches).map(curve));

function carriers(curves: readonly ViewCurve[]) {
  const lines = new Map<string, Carrier>();
  const runs: Run[] = [];
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
