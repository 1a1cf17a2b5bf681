import type { Point } from '../geometry/box';
import { TOLERANCE } from '../geometry/length';
import type { Primitive } from '../scene/scene';
import { type Drafting, line } from './drafting';

/**
 * Hatching of an area (ISO 128-3, 9): parallel narrow lines at the profile's angle and pitch. The lines of all areas of a part lie on
 * one set through the sheet's origin, so that the same part is hatched the same way wherever it is cut.
 *
 * @param rings closed outlines, mm; what lies in an even number of them stays free
 * @param turnDeg added to the profile's angle, for a part beside another
 * @param covered closed outlines, mm; nothing is hatched where they wind about
 */
export function hatching(
  drafting: Drafting,
  rings: readonly (readonly Point[])[],
  turnDeg = 0,
  covered: readonly (readonly Point[])[] = [],
): Primitive[] {
  const { pitch, angleDeg } = drafting.profile.hatching;
  const turn = ((angleDeg + turnDeg) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  // Coordinates along the lines and across them.
  const turnedOf = (outlines: readonly (readonly Point[])[]) =>
    outlines.map((ring) => ring.map(({ x, y }) => ({ s: x * cos + y * sin, t: -x * sin + y * cos })));
  const [turned, over] = [turnedOf(rings), turnedOf(covered)];
  const all = turned.flat().map(({ t }) => t);
  if (all.length === 0) return [];
  const back = (s: number, t: number): Point => ({ x: s * cos - t * sin, y: s * sin + t * cos });
  const lines: Primitive[] = [];
  for (let n = Math.ceil(Math.min(...all) / pitch); n <= Math.floor(Math.max(...all) / pitch); n++) {
    const t = n * pitch;
    const cuts = turned.flatMap((ring) => crossings(ring, t)).sort((a, b) => a.s - b.s);
    const hidden = woundAbout(over.flatMap((ring) => crossings(ring, t)));
    for (let i = 0; i + 1 < cuts.length; i += 2) {
      for (const [from, to] of without([cuts[i]!.s, cuts[i + 1]!.s], hidden))
        if (to - from > TOLERANCE) lines.push(line(drafting, 'hatching', back(from, t), back(to, t), 'hatching.pitch'));
    }
  }
  return lines;
}

type Stretch = readonly [from: number, to: number];

/** The stretches of a line that outlines wind about. */
function woundAbout(crossed: readonly Crossing[]): Stretch[] {
  const stretches: Stretch[] = [];
  let [times, from] = [0, 0];
  for (const { s, way } of crossed.toSorted((a, b) => a.s - b.s)) {
    if (times === 0) from = s;
    times += way;
    if (times === 0) stretches.push([from, s]);
  }
  return stretches;
}

/** What others leave of a stretch. */
const without = (stretch: Stretch, others: readonly Stretch[]): Stretch[] =>
  others.reduce<Stretch[]>(
    (left, [from, to]) =>
      left.flatMap(([a, b]): Stretch[] =>
        to <= a || from >= b
          ? [[a, b]]
          : [...(from > a ? [[a, from] as const] : []), ...(to < b ? [[to, b] as const] : [])],
      ),
    [stretch],
  );

/** Where a line meets an outline, and which way the outline goes there. */
interface Crossing {
  s: number;
  way: 1 | -1;
}

/** Where a line at `t` crosses a ring; a corner that it passes through counts with the edge above it alone. */
function crossings(ring: readonly { s: number; t: number }[], t: number): Crossing[] {
  return ring.flatMap((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    if (a.t <= t === b.t <= t) return [];
    return [{ s: a.s + ((t - a.t) / (b.t - a.t)) * (b.s - a.s), way: a.t <= t ? 1 : -1 }];
  });
}
