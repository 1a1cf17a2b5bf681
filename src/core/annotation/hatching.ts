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
 */
export function hatching(drafting: Drafting, rings: readonly (readonly Point[])[], turnDeg = 0): Primitive[] {
  const { pitch, angleDeg } = drafting.profile.hatching;
  const turn = ((angleDeg + turnDeg) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  // Coordinates along the lines and across them.
  const turned = rings.map((ring) => ring.map(({ x, y }) => ({ s: x * cos + y * sin, t: -x * sin + y * cos })));
  const all = turned.flat().map(({ t }) => t);
  if (all.length === 0) return [];
  const back = (s: number, t: number): Point => ({ x: s * cos - t * sin, y: s * sin + t * cos });
  const lines: Primitive[] = [];
  for (let n = Math.ceil(Math.min(...all) / pitch); n <= Math.floor(Math.max(...all) / pitch); n++) {
    const t = n * pitch;
    const cuts = turned.flatMap((ring) => crossings(ring, t)).sort((a, b) => a - b);
    for (let i = 0; i + 1 < cuts.length; i += 2) {
      if (cuts[i + 1]! - cuts[i]! > TOLERANCE)
        lines.push(line(drafting, 'hatching', back(cuts[i]!, t), back(cuts[i + 1]!, t), 'hatching.pitch'));
    }
  }
  return lines;
}

/** Where a line at `t` crosses a ring; a corner that it passes through counts with the edge above it alone. */
function crossings(ring: readonly { s: number; t: number }[], t: number): number[] {
  return ring.flatMap((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    if (a.t <= t === b.t <= t) return [];
    return [a.s + ((t - a.t) / (b.t - a.t)) * (b.s - a.s)];
  });
}
