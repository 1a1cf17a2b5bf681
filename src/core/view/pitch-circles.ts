import type { Point } from '../geometry/box';
import type { Projected } from './projected';

type Centre = Projected['centres'][number];

/** Holes of one size that lie evenly on a circle, mm of the model. */
export interface PitchCircle {
  centre: Point;
  radius: number;
  holes: Centre[];
}

/** Nearer than this is the same length, mm of the model; and the same angle, degrees. */
const SAME = 2e-3;
const SAME_DEG = 0.05;

/**
 * The pitch circles of a view: three holes or more of one size, evenly on a circle about a feature that has a centre, or about their own
 * middle. Each hole is of one circle, that of the most holes.
 */
export function pitchCircles(centres: readonly Centre[]): PitchCircle[] {
  const sizes = new Map<number, Centre[]>();
  for (const centre of centres) {
    const size = Math.round(centre.radius / SAME);
    sizes.set(size, [...(sizes.get(size) ?? []), centre]);
  }
  const found = [...sizes.values()].flatMap((holes) => {
    if (holes.length < 3) return [];
    const others = centres.filter((one) => !holes.includes(one)).map(({ at }) => at);
    return [...others, middleOf(holes)].flatMap((centre) => circlesAbout(centre, holes));
  });
  const taken = new Set<Centre>();
  return found
    .sort((a, b) => b.holes.length - a.holes.length)
    .filter(({ holes }) => {
      if (holes.some((hole) => taken.has(hole))) return false;
      holes.forEach((hole) => taken.add(hole));
      return true;
    });
}

const middleOf = (holes: readonly Centre[]): Point => ({
  x: holes.reduce((sum, { at }) => sum + at.x, 0) / holes.length,
  y: holes.reduce((sum, { at }) => sum + at.y, 0) / holes.length,
});

/** The circles about a point on which holes lie evenly, around all of it. */
function circlesAbout(centre: Point, holes: readonly Centre[]): PitchCircle[] {
  const far = ({ at }: Centre) => Math.hypot(at.x - centre.x, at.y - centre.y);
  const rings = new Map<number, Centre[]>();
  for (const hole of holes) {
    const ring = Math.round(far(hole) / SAME);
    // A distance between two steps may be rounded either way.
    const key = [ring, ring - 1, ring + 1].find((one) => rings.has(one)) ?? ring;
    rings.set(key, [...(rings.get(key) ?? []), hole]);
  }
  return [...rings.values()].flatMap((own) => {
    const radius = far(own[0]!);
    return own.length >= 3 && radius > own[0]!.radius && isEven(own, centre) ? [{ centre, radius, holes: own }] : [];
  });
}

function isEven(holes: readonly Centre[], { x, y }: Point): boolean {
  const degs = holes.map(({ at }) => (Math.atan2(at.y - y, at.x - x) * 180) / Math.PI).sort((a, b) => a - b);
  const step = 360 / holes.length;
  return degs.every((deg, i) => {
    const next = i + 1 < degs.length ? degs[i + 1]! : degs[0]! + 360;
    return Math.abs(next - deg - step) < SAME_DEG;
  });
}
