import type { Mesh } from '../specimen/shape';
import { type Axes, type Vector, dot } from './direction';
import { type PlacedMesh, type Seen, seenBodies } from './triangles';

/** So many parts can be pulled apart at most: each is tried against each. */
export const MOST_APART = 150;

/** A part of an assembly that is pulled apart. */
export interface ApartPart {
  /** What it is called; the second of a name has a number behind it. */
  name: string;
  /** Its bodies, by their numbers. */
  bodies: number[];
  /** How far it is moved, mm along the model's axes. */
  by: Vector;
  /**
   * The way that its middle went, from where the part beside it now is: first the way in which it is taken off, then along the other axes,
   * corner by corner; absent for what stays.
   */
  path?: readonly Vector[];
}

/** How finely is looked at what is in the way, in cells along the longer side of the assembly. */
const CELLS = 120;
/** So much of what the smaller of two parts covers may be in the way, where the triangles of a pin and its hole cut one another. */
const TOUCHES = 0.04;
/** Parts stand so far apart, as a share of the assembly's size. */
const GAP = 0.06;

const NOWHERE: Vector = [0, 0, 0];

type Way = 0 | 1 | 2 | 3 | 4 | 5;
/** Along x, y, z and against them. */
const WAYS: readonly Way[] = [0, 1, 2, 3, 4, 5];
const axisOf = (way: Way): 0 | 1 | 2 => (way % 3) as 0 | 1 | 2;
const signOf = (way: Way): 1 | -1 => (way < 3 ? 1 : -1);

/**
 * An assembly pulled apart: its parts are taken off one after another, each the way in which least of what is left is in its way, and
 * stand clear of one another along it; the largest stays where it is. A part whose neighbour is moved goes with it.
 *
 * @param moved parts that are moved otherwise, by name, mm along the model's axes
 * @throws Error when it has more parts than can be tried
 */
export function pulledApart(placed: readonly PlacedMesh[], moved: Readonly<Record<string, Vector>> = {}): ApartPart[] {
  const parts = partsOf(placed);
  // A part may be called like something that every object has.
  const moveOf = (name: string) => (Object.hasOwn(moved, name) ? moved[name] : undefined);
  if (parts.length > MOST_APART)
    throw new Error(`It has ${parts.length} parts; ${MOST_APART} at most can be pulled apart.`);
  const boxes = parts.map(({ bodies }) => boxAbout(bodies.map((body) => placed[body]!.mesh)));
  const whole = boxes.reduce((all, box) => [
    all[0].map((value, i) => Math.min(value, box[0][i]!)),
    all[1].map((value, i) => Math.max(value, box[1][i]!)),
  ]);
  const depths = parts.map(({ bodies }) =>
    depthsOf(
      bodies.map((body) => placed[body]!.mesh),
      whole,
    ),
  );
  const gap = GAP * diagonalOf(whole);
  const by = parts.map(({ name }) => moveOf(name) ?? NOWHERE);
  const paths: ApartPart['path'][] = parts.map(() => undefined);
  // What was taken off last stands nearest to what stays.
  for (const { part, way, left } of takenOff(boxes, depths, whole).toReversed()) {
    const beside = neighbour(part, way, left, boxes, depths);
    const from = beside === undefined ? NOWHERE : by[beside]!;
    const far =
      clearance(
        movedBox(boxes[part]!, from),
        left.map((one) => movedBox(boxes[one]!, by[one]!)),
        way,
      ) + gap;
    by[part] = moveOf(parts[part]!.name) ?? shifted(from, way, far);
    const middle = middleOf(boxes[part]!);
    paths[part] = cornersOf(plus(middle, from), plus(middle, by[part]!), axisOf(way));
  }
  return parts.map((part, i) => {
    const path = paths[i];
    return { ...part, by: by[i]!, ...(path && { path }) };
  });
}

/** The corners of a way that goes along one axis first, then along the others. */
function cornersOf(from: Vector, to: Vector, first: 0 | 1 | 2): Vector[] {
  const corners = [from];
  for (const axis of [first, (first + 1) % 3, (first + 2) % 3]) {
    const last = corners.at(-1)!;
    if (Math.abs(last[axis]! - to[axis]!) < 1e-9) continue;
    corners.push(last.map((value, i) => (i === axis ? to[i]! : value)) as unknown as Vector);
  }
  return corners;
}

const plus = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [a + d, b + e, c + f];
const shifted = (from: Vector, way: Way, far: number): Vector =>
  from.map((value, i) =>
    i === axisOf(way) ? Math.round((value + signOf(way) * far) * 10) / 10 : value,
  ) as unknown as Vector;

/** The bodies of an assembly as its parts: those of the first product in which they are apart. */
function partsOf(placed: readonly PlacedMesh[]): { name: string; bodies: number[] }[] {
  const placesOf = (i: number) => placed[i]!.places ?? [i];
  let level = 0;
  while (
    placed.length > 1 &&
    placed.every((_, i) => placesOf(i).length > level + 1 && placesOf(i)[level] === placesOf(0)[level])
  )
    level++;
  const parts = new Map<number, { name: string; bodies: number[] }>();
  const used = new Set<string>();
  placed.forEach(({ path }, i) => {
    const place = placesOf(i)[level] ?? placesOf(i).at(-1) ?? i;
    const known = parts.get(place);
    if (known) {
      known.bodies.push(i);
      return;
    }
    const name = path[level] ?? path.at(-1) ?? '';
    parts.set(place, { name: unused(name, used), bodies: [i] });
  });
  return [...parts.values()];
}

/** A name with the first number behind it that none has; without one where none has the name. */
function unused(name: string, used: Set<string>): string {
  let own = name;
  for (let n = 2; used.has(own); n++) own = `${name} ${n}`;
  used.add(own);
  return own;
}

type Box3 = readonly [low: readonly number[], high: readonly number[]];

function boxAbout(meshes: readonly Mesh[]): Box3 {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { positions } of meshes)
    for (let i = 0; i < positions.length; i++) {
      low[i % 3] = Math.min(low[i % 3]!, positions[i]!);
      high[i % 3] = Math.max(high[i % 3]!, positions[i]!);
    }
  return [low, high];
}

const middleOf = ([low, high]: Box3): Vector => low.map((value, i) => (value + high[i]!) / 2) as unknown as Vector;
const movedBox = ([low, high]: Box3, by: Vector): Box3 => [
  low.map((value, i) => value + by[i]!),
  high.map((value, i) => value + by[i]!),
];
const sizesOf = ([low, high]: Box3): number[] => low.map((value, i) => high[i]! - value);
const diagonalOf = (box: Box3): number => Math.hypot(...sizesOf(box));
const volumeOf = ([low, high]: Box3): number => sizesOf([low, high]).reduce((all, size) => all * size, 1);

/** How far a part reaches each way over each cell, mm from the origin; -Infinity where it is not. */
type Depths = readonly Seen[];

function depthsOf(meshes: readonly Mesh[], [low, high]: Box3): Depths {
  return WAYS.map((way) => {
    const axis = axisOf(way);
    const unit = (at: number): Vector => [0, 1, 2].map((i) => (i === at % 3 ? 1 : 0)) as unknown as Vector;
    const toViewer = unit(axis).map((value) => signOf(way) * value) as unknown as Vector;
    const axes: Axes = { right: unit(axis + 1), up: unit(axis + 2), toViewer };
    const [a, b] = [(axis + 1) % 3, (axis + 2) % 3];
    const frame = { x: low[a]!, y: low[b]!, width: high[a]! - low[a]!, height: high[b]! - low[b]! };
    return seenBodies(meshes, axes, CELLS, undefined, frame);
  });
}

const opposite = (way: Way): Way => ((way + 3) % 6) as Way;

/** How much another part is in a part's way, seen along that: the share of what the smaller one covers. */
function blocked(part: Depths, other: Depths, way: Way): number {
  const [top, bottom] = [other[way]!.depth, part[opposite(way)]!.depth];
  let [own, its, met] = [0, 0, 0];
  for (let i = 0; i < top.length; i++) {
    const [isOwn, isIts] = [bottom[i] !== -Infinity, top[i] !== -Infinity];
    if (isOwn) own++;
    if (isIts) its++;
    // Over the cell the other one's upper side lies above its lower side.
    if (isOwn && isIts && top[i]! > -bottom[i]! + 1e-3) met++;
  }
  return met === 0 ? 0 : met / Math.min(own, its);
}

interface TakenOff {
  part: number;
  way: Way;
  /** What is left once it is off. */
  left: readonly number[];
}

/** The parts in the order in which they are taken off, until the largest is left. */
function takenOff(boxes: readonly Box3[], depths: readonly Depths[], whole: Box3): TakenOff[] {
  const diagonal = diagonalOf(whole);
  const against = WAYS.map((way) =>
    depths.map((one) => depths.map((other) => (one === other ? 0 : blocked(one, other, way)))),
  );
  const order: TakenOff[] = [];
  const volumes = boxes.map(volumeOf);
  const largest = volumes.indexOf(Math.max(...volumes));
  let left = boxes.map((_, i) => i);
  while (left.length > 1) {
    const tried = left
      .filter((part) => part !== largest)
      .flatMap((part) =>
        WAYS.map((way) => {
          const inTheWay = Math.max(...left.map((other) => against[way]![part]![other]!));
          const others = left.filter((other) => other !== part);
          const far = clearance(
            boxes[part]!,
            others.map((other) => boxes[other]!),
            way,
          );
          const suits = suitability(boxes[part]!, whole, way) - far / (2 * diagonal);
          return { part, way, left: others, inTheWay: inTheWay < TOUCHES ? 0 : inTheWay, suits };
        }),
      );
    // What is freest goes first; of these what a way suits best; of these what is smallest.
    const best = tried.reduce((a, b) => {
      if (Math.abs(a.inTheWay - b.inTheWay) > 1e-9) return a.inTheWay < b.inTheWay ? a : b;
      if (Math.abs(a.suits - b.suits) > 1e-3) return a.suits > b.suits ? a : b;
      return volumes[b.part]! < volumes[a.part]! - 1e-6 ? b : a;
    });
    order.push({ part: best.part, way: best.way, left: best.left });
    left = left.filter((part) => part !== best.part);
  }
  return order;
}

/**
 * How well a way suits a part: outward from the middle of the assembly, -1 to 1, and up to 1 more along its own axis, across a plate or
 * along a rod, the plainer that is one.
 */
function suitability(box: Box3, whole: Box3, way: Way): number {
  const axis = axisOf(way);
  const half = Math.max(sizesOf(whole)[axis]! / 2, 1e-6);
  const outward = (signOf(way) * (middleOf(box)[axis] - middleOf(whole)[axis])) / half;
  const sizes = sizesOf(box).map((size) => Math.max(size, 1e-6));
  const [least, next, most] = sizes.toSorted((a, b) => a - b) as [number, number, number];
  const isPlate = next / least > most / next;
  const own = sizes.indexOf(isPlate ? least : most);
  const plain = Math.min(1, Math.log2(isPlate ? next / least : most / next));
  return outward + (axis === own ? plain : 0);
}

/** How far a box is moved a way until it is beyond all that is over it there, mm. */
function clearance(box: Box3, others: readonly Box3[], way: Way): number {
  const axis = axisOf(way);
  const start = signOf(way) > 0 ? box[0][axis]! : -box[1][axis]!;
  const reached = others
    .filter((other) => [0, 1, 2].every((i) => i === axis || (other[0][i]! < box[1][i]! && other[1][i]! > box[0][i]!)))
    .map((other) => (signOf(way) > 0 ? other[1][axis]! : -other[0][axis]!));
  return Math.max(0, ...reached.map((end) => end - start));
}

/** The part that a part is taken off: of those that are left and touch it, the one that it lies over most. */
function neighbour(
  part: number,
  way: Way,
  left: readonly number[],
  boxes: readonly Box3[],
  depths: readonly Depths[],
): number | undefined {
  const touches = (other: number) =>
    [0, 1, 2].every(
      (i) => boxes[other]![0][i]! <= boxes[part]![1][i]! + 0.1 && boxes[other]![1][i]! >= boxes[part]![0][i]! - 0.1,
    );
  const shared = (other: number) => {
    const [own, its] = [depths[part]![way]!.depth, depths[other]![way]!.depth];
    let count = 0;
    for (let i = 0; i < own.length; i++) if (own[i] !== -Infinity && its[i] !== -Infinity) count++;
    return count;
  };
  const touching = left.filter(touches).map((other) => ({ other, shared: shared(other) }));
  return touching.toSorted((a, b) => b.shared - a.shared)[0]?.other;
}

/** How many places along a way are looked at. */
const STEPS = 240;

/** What is seen of the ways that parts went, once all are in their places, as lines of a view's plane. */
export function pathsSeen(parts: readonly ApartPart[], placed: readonly PlacedMesh[], axes: Axes) {
  const seen = seenBodies(
    placed.map(({ mesh }) => mesh),
    axes,
    600,
  );
  const flat = (point: Vector) => ({ x: dot(point, axes.right), y: dot(point, axes.up) });
  const isSeen = (point: Vector) => {
    const { x, y } = flat(point);
    const [i, j] = [Math.floor((x - seen.corner.x) / seen.cell), Math.floor((y - seen.corner.y) / seen.cell)];
    if (i < 0 || j < 0 || i >= seen.columns || j >= seen.rows) return true;
    return seen.depth[j * seen.columns + i]! < dot(point, axes.toViewer);
  };
  const legs = parts.flatMap(({ path = [] }) => path.slice(1).map((to, i) => [path[i]!, to] as const));
  return legs.flatMap(([from, to]) => {
    const at = (t: number): Vector => from.map((value, i) => value + t * (to[i]! - value)) as unknown as Vector;
    const stretches: [number, number][] = [];
    for (let n = 0; n < STEPS; n++) {
      if (!isSeen(at((n + 0.5) / STEPS))) continue;
      const last = stretches.at(-1);
      if (last && last[1] === n) last[1] = n + 1;
      else stretches.push([n, n + 1]);
    }
    // What looks out for a moment between two edges is no line.
    return stretches
      .filter(([first, last]) => last - first > 2)
      .map(([first, last]) => ({ kind: 'line' as const, from: flat(at(first / STEPS)), to: flat(at(last / STEPS)) }));
  });
}

/** Bodies where they stand once they are pulled apart. */
export function movedApart(placed: readonly PlacedMesh[], parts: readonly ApartPart[]): PlacedMesh[] {
  const by = new Map(parts.flatMap((part) => part.bodies.map((body) => [body, part.by] as const)));
  return placed.map((one, i) => {
    const move = by.get(i) ?? NOWHERE;
    const positions = Float64Array.from(one.mesh.positions, (value, at) => value + move[at % 3]!);
    return { ...one, mesh: { ...one.mesh, positions } };
  });
}
