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

const SIGNS = [1, -1];
/** The lines along which isometric views have right, then up, whatever axis of the model stands up; each in one sense. */
export const ISOMETRIC_LINES: readonly Vector[] = [
  ...SIGNS.flatMap((s): Vector[] => [
    [1, s, 0],
    [1, 0, s],
    [0, 1, s],
  ]),
  ...SIGNS.flatMap((s) =>
    SIGNS.flatMap((t): Vector[] => [
      [2, s, t],
      [s, 2, t],
      [s, t, 2],
    ]),
  ),
].map(unit);

/**
 * How wide and how high what has that extent is in a view. For the sides it is exact. For corners it is the outline of the box, unless
 * its reach along the isometric lines is known.
 *
 * @param reach how far it reaches from the middle of its box along each of the isometric lines, the farther of both senses, mm
 */
export function viewSize(
  axes: Axes,
  { x, y, z }: Extent,
  reach?: readonly number[],
): { width: number; height: number } {
  const span = (way: Vector) => {
    const line = ISOMETRIC_LINES.findIndex((one) => Math.abs(dot(one, way)) > 1 - 1e-9);
    const known = line < 0 ? undefined : reach?.[line];
    return known === undefined ? Math.abs(way[0]) * x + Math.abs(way[1]) * y + Math.abs(way[2]) * z : 2 * known;
  };
  return { width: span(axes.right), height: span(axes.up) };
}
