import { z } from 'zod';
import { canonicalHash } from '../format/canonical';

/** Points and lengths in a view's plane are in mm of the model, right and up on paper, from where the model's origin falls. */
const Point = z.object({ x: z.number(), y: z.number() });

/** One line of a view. Angles of arcs counter-clockwise from the right, degrees; a circle spans 360. */
export const ViewCurve = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('line'), from: Point, to: Point }),
  z.object({
    kind: z.literal('arc'),
    centre: Point,
    radius: z.number().positive(),
    fromDeg: z.number(),
    toDeg: z.number(),
  }),
  /** An ellipse or a spline as a run of points on it, nearer to it than a pen draws. */
  z.object({ kind: z.literal('run'), points: z.array(Point).min(2) }),
]);
export type ViewCurve = z.infer<typeof ViewCurve>;

const Vector = z.tuple([z.number(), z.number(), z.number()]).readonly();

const BoxInPlane = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });
const Curves = z.array(ViewCurve);

/** A model as it is seen in one view, without regard to any scale. */
export const Projected = z.object({
  /** Where the middle of the box about the whole model falls. */
  middle: Point,
  /** About everything that is seen. */
  box: BoxInPlane,
  visible: Curves,
  hidden: Curves,
  /** Where faces run smoothly into one another. */
  smooth: Curves,
  /** Axes of turned faces that lie in the view's plane, over the length of those faces, with the largest radius about each. */
  axes: z.array(z.object({ from: Point, to: Point, radius: z.number() })),
  /** Axes of turned faces that point to whoever looks, with the largest radius about each. */
  centres: z.array(z.object({ at: Point, radius: z.number().positive() })),
  /** Of a section: the areas that are cut, each with the solid that it belongs to, counted from 0. */
  cut: z.array(z.object({ solid: z.int(), rings: z.array(z.array(Point)) })),
  /** Of a section: closed outlines about what stands whole before its plane; nothing is hatched where they wind about. */
  covered: z.array(z.array(Point)).optional(),
  /** Of a section: the names of what is to stay whole that its file has. */
  uncut: z.array(z.string()).optional(),
  /** The model as it is seen, shaded: a raster picture by its hash, and the box that it fills. */
  shaded: z
    .object({ hash: z.string(), pixels: z.object({ width: z.int(), height: z.int() }), box: BoxInPlane })
    .optional(),
  /** The parts of an assembly by the names that its file has, each with a place where it is seen; absent for a part. */
  parts: z.array(z.object({ name: z.string(), at: Point })).optional(),
  /**
   * Of an assembly that is pulled apart: each of its parts with how far it is moved and a place where it is seen (which what was finished
   * before does not have), and what is seen of the ways that they went.
   */
  apart: z
    .object({ parts: z.array(z.object({ name: z.string(), by: Vector, at: Point.optional() })), paths: Curves })
    .optional(),
});
export type Projected = z.infer<typeof Projected>;

const mm = z.number().min(-100_000).max(100_000);
const Move = z.tuple([mm, mm, mm]).readonly();

/** So many names of parts can be given. */
const MOST_NAMED = 5000;

/** What is projected: a file of shapes by its hash, the plane of the view, and for a section where it is cut. */
export const Projection = z.object({
  shape: z.string().regex(/^[0-9a-f]{64}$/),
  /** The product of the file that is meant, where it holds several. */
  product: z.string().max(500).optional(),
  axes: z.object({ right: Vector, up: Vector, toViewer: Vector }),
  /** Whether hidden lines are wanted too. */
  hidden: z.literal(true).optional(),
  /** Whether it is wanted shaded too. */
  shaded: z.literal(true).optional(),
  /** Where the cutting plane is, mm from the middle of the model toward whoever looks; absent: nothing is cut. */
  cut: z.number().min(-100_000).max(100_000).optional(),
  /** The names of what is not cut lengthwise, however a file may have them. */
  whole: z.array(z.string()).max(MOST_NAMED).optional(),
  /** The assembly is pulled apart: parts that are moved otherwise than is proposed, by name, mm along the model's axes. */
  apart: z.record(z.string(), Move).optional(),
});
export type Projection = z.infer<typeof Projection>;

/** Told apart from what other kernels and tolerances would give. */
const MADE_BY = 2;

/** Under which a projection is kept: whatever asks the same gets the same. */
export const projectionKey = (projection: Projection): string => canonicalHash({ made: MADE_BY, ...projection });

/** Under which a projection was kept before, the newest first: what was finished then prints what was made then. */
export const formerKeys = (projection: Projection): string[] =>
  Array.from({ length: MADE_BY - 1 }, (_, i) => canonicalHash({ made: MADE_BY - 1 - i, ...projection }));

/** How it stands with a projection: there, being made, or not to be made and why. */
export type ProjectionState = { projected: Projected; coarse?: boolean } | { trouble: string } | 'waiting';

/** What is known of projections, by their keys. */
export type Projections = ReadonlyMap<string, ProjectionState>;
