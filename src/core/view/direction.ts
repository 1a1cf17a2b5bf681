import { z } from 'zod';

/** From where a model is seen: the six sides (ISO 5456-2), and the four corners above for isometric views (ISO 5456-3, 5.2). */
export const SIDES = ['front', 'above', 'below', 'left', 'right', 'rear'] as const;
export const CORNERS = ['isometric', 'isometric left', 'isometric rear', 'isometric rear left'] as const;
export const Direction = z.enum([...SIDES, ...CORNERS]);
export type Direction = z.infer<typeof Direction>;
export type Side = (typeof SIDES)[number];

export const isSide = (direction: Direction): direction is Side => (SIDES as readonly Direction[]).includes(direction);

/** A direction in the model's axes. */
export type Vector = readonly [number, number, number];

/** The plane of a view: where right and up on paper, and the way to whoever looks, point in the model's axes. Unit vectors. */
export interface Axes {
  right: Vector;
  up: Vector;
  toViewer: Vector;
}

const MODEL_AXES = ['x', '-x', 'y', '-y', 'z', '-z'] as const;
export const ModelAxis = z.enum(MODEL_AXES);
export type ModelAxis = z.infer<typeof ModelAxis>;

/** How a model stands on drawings: which of its axes points to whoever looks at the front, and which one up. */
export const Standing = z
  .object({ front: ModelAxis, up: ModelAxis })
  .refine(({ front, up }) => front.at(-1) !== up.at(-1), 'front and up are two axes');
export type Standing = z.infer<typeof Standing>;

/** As models are made: seen against y, z up. */
export const AS_MODELLED: Standing = { front: '-y', up: 'z' };

export function vectorOf(axis: ModelAxis): Vector {
  const sign = axis.startsWith('-') ? -1 : 1;
  const at = 'xyz'.indexOf(axis.at(-1)!);
  return [at === 0 ? sign : 0, at === 1 ? sign : 0, at === 2 ? sign : 0];
}

export const cross = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [b * f - c * e, c * d - a * f, a * e - b * d];
export const dot = ([a, b, c]: Vector, [d, e, f]: Vector): number => a * d + b * e + c * f;
const sum = (...vectors: Vector[]): Vector =>
  vectors.reduce(([a, b, c], [d, e, f]): Vector => [a + d, b + e, c + f], [0, 0, 0]);
const times = ([a, b, c]: Vector, n: number): Vector => [a * n, b * n, c * n];
// −0 would be another value than 0 where planes are compared.
const plain = ([a, b, c]: Vector): Vector => [a + 0, b + 0, c + 0];
const unit = (vector: Vector): Vector => times(vector, 1 / Math.hypot(...vector));

/** The plane of a view of a model that stands so. */
export function axesOf(direction: Direction, standing: Standing): Axes {
  const [t, u] = [vectorOf(standing.front), vectorOf(standing.up)];
  const r = cross(u, t);
  const back = (vector: Vector) => times(vector, -1);
  const corner = (across: Vector, depth: Vector): Axes => {
    const toViewer = unit(sum(across, depth, u));
    const up = unit(sum(u, times(toViewer, -dot(u, toViewer))));
    return { right: cross(up, toViewer), up, toViewer };
  };
  const planes: Record<Direction, () => Axes> = {
    front: () => ({ right: r, up: u, toViewer: t }),
    above: () => ({ right: r, up: back(t), toViewer: u }),
    below: () => ({ right: r, up: t, toViewer: back(u) }),
    left: () => ({ right: t, up: u, toViewer: back(r) }),
    right: () => ({ right: back(t), up: u, toViewer: r }),
    rear: () => ({ right: back(r), up: u, toViewer: back(t) }),
    isometric: () => corner(r, t),
    'isometric left': () => corner(back(r), t),
    'isometric rear': () => corner(r, back(t)),
    'isometric rear left': () => corner(back(r), back(t)),
  };
  const { right, up, toViewer } = planes[direction]();
  return { right: plain(right), up: plain(up), toViewer: plain(toViewer) };
}

/** The extent along x, y, z of what is drawn, mm. */
export interface Extent {
  x: number;
  y: number;
  z: number;
}

/** How wide and how high a box of that extent is in a view: for the sides exact, for corners the outline of the box. */
export function viewSize(axes: Axes, { x, y, z }: Extent): { width: number; height: number } {
  const span = ([a, b, c]: Vector) => Math.abs(a) * x + Math.abs(b) * y + Math.abs(c) * z;
  return { width: span(axes.right), height: span(axes.up) };
}
