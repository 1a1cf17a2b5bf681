import { type Mesh, measureShape } from '../specimen/shape';
import { middleOfBodies } from './triangles';

/** By so much of their size boxes of one body may differ, where its triangles were made twice: their faces are covered otherwise. */
const OFF = 0.01;
/** Boxes of small bodies may differ by so much, mm. */
const LEAST_OFF = 0.02;
/** By so much their volumes may. */
const VOLUME_OFF = 0.03;

interface Measured {
  /** The middle of the box about it, and its sizes, mm. */
  box: number[];
  /** mm³; absent where its faces do not close. */
  volume?: number;
}

function measured(mesh: Mesh): Measured {
  const shape = measureShape([mesh]);
  const middle = middleOfBodies([mesh]);
  const half = [0, 1, 2].map((axis) => {
    let high = -Infinity;
    for (let i = axis; i < mesh.positions.length; i += 3) high = Math.max(high, mesh.positions[i]!);
    return high - middle[axis]!;
  });
  return { box: [...middle, ...half.map((one) => 2 * one)], ...(shape && { volume: shape.volume }) };
}

/** How little two are the same body: 0 to 1 where they may be, more where they are not. */
function misfit(a: Measured, b: Measured): number {
  const size = Math.hypot(...a.box.slice(3));
  const off = Math.max(...a.box.map((value, i) => Math.abs(value - b.box[i]!))) / Math.max(LEAST_OFF, OFF * size);
  if (a.volume === undefined || b.volume === undefined) return off;
  return Math.max(off, Math.abs(a.volume - b.volume) / (VOLUME_OFF * a.volume));
}

/**
 * Which of some bodies others are, which were read from the same file in another way: told by the boxes about them and their volumes,
 * each taken once. A shaft and its sleeve have one middle; they have neither one box nor one volume.
 *
 * @returns of each of `wanted` its number among `bodies`; undefined where none is it
 */
export function matchedBodies(wanted: readonly Mesh[], bodies: readonly Mesh[]): (number | undefined)[] {
  const known = bodies.map(measured);
  const pairs = wanted.flatMap((mesh, one) => {
    const own = measured(mesh);
    return known.map((body, other) => ({ one, other, misfit: misfit(own, body) }));
  });
  const found: (number | undefined)[] = wanted.map(() => undefined);
  const taken = new Set<number>();
  for (const { one, other, misfit: off } of pairs.sort((a, b) => a.misfit - b.misfit)) {
    if (off > 1) break;
    if (found[one] !== undefined || taken.has(other)) continue;
    found[one] = other;
    taken.add(other);
  }
  return found;
}
