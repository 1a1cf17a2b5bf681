import { type Box, type Point, contains, overlaps, right, top } from './box';
import { TOLERANCE } from './length';

export interface ClearArea {
  /** Closed rings of the clear region's border; outer rings run counter-clockwise, holes clockwise. */
  polygon: Point[][];
  /** The largest upright box in the clear region, by area; zero-sized when nothing is clear. */
  largest: Box;
}

/**
 * The space less every block on it: where views may go. All boxes are upright, so the region is a union of the
 * fields between the boxes' edges; its border is traced along those edges.
 */
export function clearArea(space: Box, blocks: readonly Box[]): ClearArea {
  const inside = blocks.filter((block) => overlaps(space, block));
  const xs = cuts(
    space.x,
    right(space),
    inside.flatMap((block) => [block.x, right(block)]),
  );
  const ys = cuts(
    space.y,
    top(space),
    inside.flatMap((block) => [block.y, top(block)]),
  );
  const clear = xs.slice(1).map((_, i) =>
    ys.slice(1).map((_, j) => {
      const field = { x: xs[i]!, y: ys[j]!, width: xs[i + 1]! - xs[i]!, height: ys[j + 1]! - ys[j]! };
      return !inside.some((block) => contains(block, field));
    }),
  );
  return { polygon: rings(xs, ys, clear), largest: largestBox(xs, ys, clear, space) };
}

/** The sorted, distinct cut positions within [from, to], ends included. */
function cuts(from: number, to: number, positions: number[]): number[] {
  const sorted = [from, ...positions.filter((p) => p > from && p < to), to].sort((a, b) => a - b);
  return sorted.filter((p, i) => i === 0 || p - sorted[i - 1]! > TOLERANCE);
}

function largestBox(xs: number[], ys: number[], clear: boolean[][], space: Box): Box {
  let best: Box = { x: space.x, y: space.y, width: 0, height: 0 };
  for (let from = 0; from < clear.length; from++) {
    const open = ys.slice(1).map(() => true);
    for (let to = from; to < clear.length; to++) {
      open.forEach((_, j) => (open[j] = open[j]! && clear[to]![j]!));
      for (let j = 0, start = 0; j <= open.length; j++) {
        if (j < open.length && open[j]) continue;
        const box = { x: xs[from]!, y: ys[start]!, width: xs[to + 1]! - xs[from]!, height: ys[j]! - ys[start]! };
        if (box.width * box.height > best.width * best.height + TOLERANCE) best = box;
        start = j + 1;
      }
    }
  }
  return best;
}

/** Traces the borders between clear and other fields, the clear side on the left of each edge. */
function rings(xs: number[], ys: number[], clear: boolean[][]): Point[][] {
  const at = (i: number, j: number) => clear[i]?.[j] ?? false;
  const next = new Map<string, [number, number][]>();
  const key = (i: number, j: number) => `${i},${j}`;
  const edge = (i1: number, j1: number, i2: number, j2: number) => {
    const list = next.get(key(i1, j1)) ?? [];
    list.push([i2, j2]);
    next.set(key(i1, j1), list);
  };
  for (let i = 0; i < clear.length; i++) {
    for (let j = 0; j < ys.length - 1; j++) {
      if (!at(i, j)) continue;
      if (!at(i, j - 1)) edge(i, j, i + 1, j);
      if (!at(i + 1, j)) edge(i + 1, j, i + 1, j + 1);
      if (!at(i, j + 1)) edge(i + 1, j + 1, i, j + 1);
      if (!at(i - 1, j)) edge(i, j + 1, i, j);
    }
  }
  const result: Point[][] = [];
  for (const start of next.keys()) {
    while (next.get(start)?.length) result.push(trace(start, next, xs, ys));
  }
  return result;
}

function trace(start: string, next: Map<string, [number, number][]>, xs: number[], ys: number[]): Point[] {
  const corners: [number, number][] = [];
  let [i, j] = start.split(',').map(Number) as [number, number];
  do {
    corners.push([i, j]);
    [i, j] = next.get(`${i},${j}`)!.pop()!;
  } while (`${i},${j}` !== start);
  const ring = corners.filter(([ci, cj], n) => {
    const [pi, pj] = corners.at(n - 1)!;
    const [ni, nj] = corners[(n + 1) % corners.length]!;
    return !((pi === ci && ci === ni) || (pj === cj && cj === nj));
  });
  return ring.map(([ci, cj]) => ({ x: xs[ci]!, y: ys[cj]! }));
}
