import type { Box } from '../geometry/box';
import { right, top } from '../geometry/box';
import { type Stroke, covered } from './strokes';

/** Strokes that hang together: the lines of one block, or of several that stand on one another. */
export interface Network {
  strokes: Stroke[];
  /** Whether it stands on the frame. */
  onFrame: boolean;
}

/** A side of the frame that stands in for a block's line; it comes of no figure. */
const FRAME = -1;

interface Node extends Stroke {
  isFrame: boolean;
  isGone: boolean;
  meets: { other: Node; along: number; across: number }[];
  group: number;
}

/**
 * The networks of lines on a sheet: ends that lead nowhere are cut off, what is left hangs together by crossings. A network that stands on
 * the frame takes the part of the frame that closes it.
 *
 * @param space the drawing space; undefined for a sheet without a frame
 * @returns the networks, and the figures whose lines lead nowhere
 */
export function networksOf(
  strokes: readonly Stroke[],
  space: Box | undefined,
  tolerance: number,
): { networks: Network[]; loose: Set<number> } {
  const nodes = strokes.map((stroke) => nodeOf(stroke, false));
  const sides = space ? sidesOf(space).map((stroke) => nodeOf(stroke, true)) : [];
  connect([...nodes, ...sides], tolerance);
  prune(nodes, tolerance);
  const loose = new Set<number>();
  for (const [i, node] of nodes.entries()) {
    const kept = node.isGone
      ? []
      : node.pieces.filter(
          ({ from, to }) => Math.min(to, node.to) - Math.max(from, node.from) > Math.min(tolerance, (to - from) / 2),
        );
    for (const piece of strokes[i]!.pieces) if (!kept.includes(piece)) loose.add(piece.source);
    node.pieces = kept;
  }
  const live = nodes.filter(({ isGone, pieces }) => !isGone && pieces.length > 0);
  const networks = groups(live).map((group): Network => {
    const closing = space ? onSides(group, space, tolerance) : [];
    return { strokes: [...group.map(plain), ...closing], onFrame: closing.length > 0 };
  });
  return { networks, loose };
}

const nodeOf = ({ axis, at, from, to, pieces }: Stroke, isFrame: boolean): Node => ({
  axis,
  at,
  from,
  to,
  pieces,
  isFrame,
  isGone: false,
  meets: [],
  group: -1,
});

const plain = ({ axis, at, from, to, pieces }: Node): Stroke => ({ axis, at, from, to, pieces });

function sidesOf(space: Box): Stroke[] {
  const side = (axis: Stroke['axis'], at: number, from: number, to: number) => virtual(axis, at, from, to);
  return [
    side('level', space.y, space.x, right(space)),
    side('level', top(space), space.x, right(space)),
    side('upright', space.x, space.y, top(space)),
    side('upright', right(space), space.y, top(space)),
  ];
}

const virtual = (axis: Stroke['axis'], at: number, from: number, to: number): Stroke => ({
  axis,
  at,
  from,
  to,
  pieces: [{ from, to, at, ink: '', type: 'continuous', source: FRAME, within: [] }],
});

export const isOfFrame = ({ source }: { source: number }): boolean => source === FRAME;

/** Notes where strokes of the two directions meet. */
function connect(nodes: readonly Node[], tolerance: number): void {
  const uprights = nodes.filter(({ axis }) => axis === 'upright').sort((a, b) => a.at - b.at);
  const firstFrom = (x: number) => {
    let [low, high] = [0, uprights.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (uprights[middle]!.at < x) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  for (const level of nodes) {
    if (level.axis !== 'level') continue;
    for (
      let i = firstFrom(level.from - tolerance);
      i < uprights.length && uprights[i]!.at <= level.to + tolerance;
      i++
    ) {
      const upright = uprights[i]!;
      if (upright.from - tolerance > level.at || upright.to + tolerance < level.at) continue;
      level.meets.push({ other: upright, along: upright.at, across: level.at });
      upright.meets.push({ other: level, along: level.at, across: upright.at });
    }
  }
}

/** Cuts ends that lead nowhere, until none is left. */
function prune(nodes: readonly Node[], tolerance: number): void {
  let waiting = new Set(nodes);
  while (waiting.size > 0) {
    const next = new Set<Node>();
    for (const node of waiting) {
      if (node.isGone) continue;
      node.meets = node.meets.filter(
        ({ other, across }) => !other.isGone && across >= other.from - tolerance && across <= other.to + tolerance,
      );
      const at = node.meets.map(({ along }) => along);
      const [from, to] = [least(at), most(at)];
      if (at.length < 2 || to - from <= tolerance) {
        node.isGone = true;
        for (const { other } of node.meets) if (!other.isFrame) next.add(other);
      } else if (from > node.from + 1e-9 || to < node.to - 1e-9) {
        const shorter = from > node.from + tolerance || to < node.to - tolerance;
        [node.from, node.to] = [from, to];
        if (shorter) for (const { other } of node.meets) if (!other.isFrame) next.add(other);
      } else if (from < node.from || to > node.to) {
        // An end that stops just short reaches what it was meant to meet.
        [node.from, node.to] = [Math.min(from, node.from), Math.max(to, node.to)];
      }
    }
    waiting = next;
  }
}

const least = (values: readonly number[]) => values.reduce((a, b) => Math.min(a, b), Infinity);
const most = (values: readonly number[]) => values.reduce((a, b) => Math.max(a, b), -Infinity);

function groups(nodes: readonly Node[]): Node[][] {
  const found: Node[][] = [];
  for (const start of nodes) {
    if (start.group >= 0) continue;
    const group: Node[] = [];
    const open = [start];
    start.group = found.length;
    for (let node = open.pop(); node; node = open.pop()) {
      group.push(node);
      for (const { other } of node.meets)
        if (!other.isFrame && !other.isGone && other.group < 0 && other.pieces.length > 0) {
          other.group = found.length;
          open.push(other);
        }
    }
    found.push(group);
  }
  return found;
}

/** The parts of the frame that close a group which ends on it. */
function onSides(group: readonly Node[], space: Box, tolerance: number): Stroke[] {
  const near = Math.max(tolerance, 0.05);
  const touches = sidesOf(space).map((side) => {
    const ends = group
      .filter(({ axis }) => axis !== side.axis)
      .filter(
        (one) =>
          Math.abs(one.from - side.at) <= near ||
          Math.abs(one.to - side.at) <= near ||
          (one.from < side.at && one.to > side.at),
      )
      .map(({ at }) => at);
    const alike = group.filter((one) => one.axis === side.axis && Math.abs(one.at - side.at) <= near);
    return { side, ends: [...ends, ...alike.flatMap(({ from, to }) => [from, to])], drawn: alike };
  });
  return touches.flatMap(({ side, ends }, i) => {
    if (ends.length === 0) return [];
    // Where it stands on two sides that meet, both reach their corner.
    const corners = touches
      .filter((one, k) => k !== i && one.side.axis !== side.axis && one.ends.length > 0)
      .map((one) => one.side.at);
    const [from, to] = [least([...ends, ...corners]), most([...ends, ...corners])];
    return to - from > tolerance ? [virtual(side.axis, side.at, from, to)] : [];
  });
}

/** Whether more than half of a stretch is drawn by strokes on one line. */
export function isDrawn(strokes: readonly Stroke[], from: number, to: number): boolean {
  const length = to - from;
  return (
    strokes.reduce((sum, one) => sum + (one.from < to && one.to > from ? covered(one, from, to) : 0), 0) > length / 2
  );
}
