import { type Axes, type Direction, type Vector, dot } from '@/core/view/direction';

/** Stretches of a ray inside a solid, in their order, each with its two ends. */
type Inside = readonly [number, number][];

/** What a solid is made of, mm: blocks about their middles, rods from the middle of one end along a unit vector, balls, and what these come to. */
export type Made =
  | { kind: 'block'; middle: Vector; size: Vector }
  | { kind: 'rod'; from: Vector; along: Vector; radius: number; length: number }
  | { kind: 'ball'; middle: Vector; radius: number }
  | { kind: 'less' | 'both'; of: Made[] };

export const block = (middle: Vector, size: Vector): Made => ({ kind: 'block', middle, size });
export const rod = (from: Vector, along: Vector, radius: number, length: number): Made => ({
  kind: 'rod',
  from,
  along,
  radius,
  length,
});
export const ball = (middle: Vector, radius: number): Made => ({ kind: 'ball', middle, radius });
/** The first without the others. */
export const less = (...of: Made[]): Made => ({ kind: 'less', of });
export const both = (...of: Made[]): Made => ({ kind: 'both', of });

const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const times = (a: Vector, k: number): Vector => [a[0] * k, a[1] * k, a[2] * k];

/** Where both have the ray inside. */
const shared = (a: Inside, b: Inside): Inside =>
  a.flatMap(([from, to]) =>
    b.flatMap(([start, end]): [number, number][] =>
      Math.min(to, end) > Math.max(from, start) ? [[Math.max(from, start), Math.min(to, end)]] : [],
    ),
  );

const outside = (a: Inside): Inside => {
  const ends = [-Infinity, ...a.flat(), Infinity];
  return Array.from({ length: ends.length / 2 }, (_, i): [number, number] => [ends[2 * i]!, ends[2 * i + 1]!]).filter(
    ([from, to]) => to > from,
  );
};

/** What a ray has between two planes across `way` at a distance from the origin. */
function slab(at: number, way: number, from: number, to: number): Inside {
  if (Math.abs(way) < 1e-12) return at > from && at < to ? [[-Infinity, Infinity]] : [];
  const [a, b] = [(from - at) / way, (to - at) / way];
  return [[Math.min(a, b), Math.max(a, b)]];
}

/** Where a t² + b t + c is negative, for a ≥ 0. */
function within(a: number, b: number, c: number): Inside {
  if (a < 1e-12) return c < 0 ? [[-Infinity, Infinity]] : [];
  const root = b * b - 4 * a * c;
  return root <= 0 ? [] : [[(-b - Math.sqrt(root)) / (2 * a), (-b + Math.sqrt(root)) / (2 * a)]];
}

/** The stretches that a ray from `at` along `way`, a unit vector, has in a solid. */
function inside(made: Made, at: Vector, way: Vector): Inside {
  switch (made.kind) {
    case 'block':
      return made.size.reduce<Inside>(
        (left, size, i) => shared(left, slab(at[i]! - made.middle[i]!, way[i]!, -size / 2, size / 2)),
        [[-Infinity, Infinity]],
      );
    case 'rod': {
      const { along, radius, length } = made;
      const from = minus(at, made.from);
      const [s, v] = [dot(from, along), dot(way, along)];
      const [across, turn] = [minus(from, times(along, s)), minus(way, times(along, v))];
      return shared(
        slab(s, v, 0, length),
        within(dot(turn, turn), 2 * dot(across, turn), dot(across, across) - radius * radius),
      );
    }
    case 'ball': {
      const from = minus(at, made.middle);
      return within(1, 2 * dot(from, way), dot(from, from) - made.radius ** 2);
    }
    case 'less': {
      const [first, ...others] = made.of.map((one) => inside(one, at, way));
      return others.reduce((left, other) => shared(left, outside(other)), first!);
    }
    case 'both':
      return outside(made.of.map((one) => outside(inside(one, at, way))).reduce(shared));
  }
}

/** A point of a view's plane, so far toward whoever looks. */
const placed = ({ right, up, toViewer }: Axes, x: number, y: number, z: number): Vector => [
  right[0] * x + up[0] * y + toViewer[0] * z,
  right[1] * x + up[1] * y + toViewer[1] * z,
  right[2] * x + up[2] * y + toViewer[2] * z,
];

const FAR = 1000;

/** How far toward whoever looks the surface is that is seen at a place of a view's plane; nothing nearer than `nearest` is there. */
export function depthAt(made: Made, axes: Axes, x: number, y: number, nearest = FAR): number {
  const hit = inside(made, placed(axes, x, y, FAR), times(axes.toViewer, -1)).find(
    ([, to]) => to > FAR - nearest + 1e-9,
  );
  return hit ? FAR - Math.max(hit[0], FAR - nearest) : -Infinity;
}

/** Whether there is material at a place of a view's plane, both right behind a plane across the view and right before it. */
export function isCutAt(made: Made, axes: Axes, x: number, y: number, at: number): boolean {
  const stretches = inside(made, placed(axes, x, y, FAR), times(axes.toViewer, -1));
  return stretches.some(([from, to]) => from < FAR - at - 1e-6 && to > FAR - at + 1e-6);
}

/** The middle of the box about a solid that reaches as far as rays along the axes through its parts' middles tell. */
export function middleOfBox(made: Made): Vector {
  const along = (i: 0 | 1 | 2): number => {
    const way: Vector = [i === 0 ? 1 : 0, i === 1 ? 1 : 0, i === 2 ? 1 : 0];
    let [low, high] = [Infinity, -Infinity];
    for (let u = -60; u <= 60; u += 2.5) {
      for (let v = -60; v <= 60; v += 2.5) {
        const at: Vector = i === 0 ? [0, u, v] : i === 1 ? [u, 0, v] : [u, v, 0];
        for (const [from, to] of inside(made, at, way)) [low, high] = [Math.min(low, from), Math.max(high, to)];
      }
    }
    return (low + high) / 2;
  };
  return [along(0), along(1), along(2)];
}

const X: Vector = [1, 0, 0];
const Y: Vector = [0, 1, 0];
const Z: Vector = [0, 0, 1];

const boltHoles = Array.from({ length: 6 }, (_, i) => {
  const turn = (i * Math.PI) / 3;
  return rod([40 * Math.cos(turn), 40 * Math.sin(turn), -10], Z, 5, 20);
});

export interface Look {
  from: Direction;
  /** Where it is cut, mm from the middle of the box about it toward whoever looks. */
  cut?: number;
  /** What is cut, mm². */
  area?: number;
  /** The centre marks: x, y, radius. */
  centres?: [number, number, number][];
  /** How many centre lines there are. */
  axes?: number;
}

export const SOLIDS: Record<string, { made: Made; looks: Look[] }> = {
  'a shaft that is milled to its middle over half its length': {
    made: less(rod([-50, 0, 0], X, 20, 100), block([-25, 0, 20], [50, 60, 40])),
    looks: [
      { from: 'above', cut: 0, area: 2000, axes: 1, centres: [] },
      { from: 'above', axes: 1 },
      { from: 'front', cut: 5 },
      { from: 'left', centres: [[0, 0, 20]] },
      { from: 'isometric' },
    ],
  },
  'a block with a pocket whose floor lies in the plane': {
    made: less(block([0, 0, 0], [100, 60, 40]), block([-20, 0, 10], [40, 30, 20])),
    looks: [
      { from: 'above', cut: 0, area: 4800, centres: [], axes: 0 },
      { from: 'above', cut: 5, area: 4800 },
      { from: 'above', cut: -5, area: 6000 },
      { from: 'front', cut: 0, area: 100 * 40 - 40 * 20 },
    ],
  },
  'a block with a pocket from below, whose floor lies in the plane': {
    made: less(block([0, 0, 0], [100, 60, 40]), block([-20, 0, -10], [40, 30, 20])),
    looks: [
      { from: 'above', cut: 0, area: 4800 },
      { from: 'above', centres: [], axes: 0 },
    ],
  },
  'a plate with a blind hole on its back, a counterbore, and a hole that goes through': {
    made: less(
      block([0, 0, 0], [120, 80, 30]),
      rod([30, 10, -15], Z, 8, 20),
      rod([-30, 10, -20], Z, 6, 40),
      rod([-30, 10, 5], Z, 11, 20),
      rod([0, -20, -20], Z, 9, 40),
    ),
    looks: [
      {
        from: 'above',
        centres: [
          [-30, 10, 11],
          [0, -20, 9],
        ],
        axes: 0,
      },
      {
        from: 'above',
        cut: 10,
        area: 9600 - Math.PI * (121 + 81),
        centres: [
          [-30, 10, 11],
          [0, -20, 9],
        ],
      },
      { from: 'above', cut: 0, area: 9600 - Math.PI * (64 + 36 + 81) },
      { from: 'below' },
      // The hole that is cut; behind it two that are not seen.
      { from: 'front', cut: 20, axes: 1 },
      { from: 'front', axes: 0 },
    ],
  },
  'pipes that cross': {
    made: less(
      both(rod([-60, 0, 0], X, 20, 120), rod([0, 0, -50], Z, 15, 100)),
      rod([-61, 0, 0], X, 16, 122),
      rod([0, 0, -51], Z, 12, 102),
    ),
    looks: [
      { from: 'front', axes: 2 },
      { from: 'front', cut: 0, axes: 2 },
      { from: 'above', centres: [[0, 0, 15]] },
      { from: 'left', centres: [[0, 0, 20]] },
      { from: 'isometric' },
    ],
  },
  'a ball with a flat and a bore': {
    made: less(ball([0, 0, 0], 30), block([0, 0, 40], [80, 80, 40]), rod([0, 0, -40], Z, 8, 80)),
    looks: [
      { from: 'above', centres: [[0, 0, 8]] },
      { from: 'front', cut: 0 },
      { from: 'above', cut: 5, area: Math.PI * (900 - 64) },
      { from: 'left' },
    ],
  },
  'a disc with six holes on a circle': {
    made: less(rod([0, 0, -6], Z, 60, 12), rod([0, 0, -10], Z, 15, 20), ...boltHoles),
    looks: [
      { from: 'above' },
      { from: 'front', cut: 0, area: 12 * (120 - 30 - 20), axes: 3 },
      { from: 'above', cut: 0, area: Math.PI * (3600 - 225 - 150) },
    ],
  },
  'a rod that leans on a block': {
    made: both(block([0, 0, 0], [80, 60, 20]), rod([0, 0, 0], [Math.sin(0.5), 0, Math.cos(0.5)], 12, 70)),
    looks: [{ from: 'front' }, { from: 'above' }, { from: 'left' }, { from: 'front', cut: 0 }],
  },
  'a stepped shaft with a cross hole and a keyway': {
    made: less(
      both(rod([-60, 0, 0], X, 15, 50), rod([-10, 0, 0], X, 22, 30), rod([20, 0, 0], X, 18, 40)),
      rod([5, -30, 0], Y, 4, 60),
      block([-40, 0, 13], [24, 8, 10]),
    ),
    looks: [
      { from: 'front', axes: 1, centres: [[5, 0, 4]] },
      { from: 'above', axes: 1, centres: [] },
      { from: 'front', cut: 0, axes: 1 },
      { from: 'above', cut: 0, axes: 2 },
      { from: 'isometric left' },
    ],
  },
  'a bush in which a bore is not in the middle': {
    made: less(rod([0, 0, -25], Z, 25, 50), rod([6, 0, -30], Z, 14, 60)),
    looks: [
      {
        from: 'above',
        centres: [
          [0, 0, 25],
          [6, 0, 14],
        ],
      },
      { from: 'front', cut: 0, area: 50 * (50 - 28), axes: 2 },
      { from: 'front', cut: 20, axes: 1 },
    ],
  },
};
