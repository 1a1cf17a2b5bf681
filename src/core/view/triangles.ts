import type { Box, Point } from '../geometry/box';
import type { Mesh } from '../specimen/shape';
import { type Axes, type Vector, dot } from './direction';
import type { Projected, Projection, ViewCurve } from './projected';
import { tidied } from './tidying';

/**
 * Triangles of one body in the place that it has in its file, with the names of the products that it is in, the outermost first, and
 * which of the products of its level each of them is: a part that is there twice has one name and two places.
 */
export interface PlacedMesh {
  mesh: Mesh;
  path: readonly string[];
  places?: readonly number[];
}

/** What whoever looks sees of bodies, in square cells: how near it is, and of which of them. */
export interface Seen {
  columns: number;
  rows: number;
  /** mm of the model. */
  cell: number;
  /** The lower left corner in the view's plane. */
  corner: Point;
  /** Toward whoever looks, mm from the model's origin; -Infinity where nothing is. */
  depth: Float32Array;
  /** Which of the bodies it is; -1 for none. */
  body: Int32Array;
  /** How much light falls on the surface, 0 to 1, from over the left shoulder of whoever looks. */
  light: Float32Array;
}

const FLAT = (axes: Axes, p: ArrayLike<number>, i: number): [number, number, number] => {
  const point: Vector = [p[i * 3]!, p[i * 3 + 1]!, p[i * 3 + 2]!];
  return [dot(point, axes.right), dot(point, axes.up), dot(point, axes.toViewer)];
};

/**
 * The triangles of bodies as they are seen, the nearest over those behind it.
 *
 * @param cells along the longer side of the picture
 * @param nearest of each body what is nearer than that is cut away, mm from the model's origin toward whoever looks
 * @param frame what the picture shows of the view's plane; absent: all of the bodies
 */
export function seenBodies(
  meshes: readonly Mesh[],
  axes: Axes,
  cells: number,
  nearest: (body: number) => number = () => Infinity,
  frame?: Box,
): Seen {
  const flat = meshes.map(({ positions }) =>
    Array.from({ length: positions.length / 3 }, (_, i) => FLAT(axes, positions, i)),
  );
  const { x: left, y: bottom, width, height } = frame ?? boxAboutPoints(flat.flat());
  const cell = Math.max(width, height, 1e-6) / cells;
  const [columns, rows] = [Math.ceil(width / cell) + 1, Math.ceil(height / cell) + 1];
  const seen: Seen = {
    columns,
    rows,
    cell,
    corner: { x: left, y: bottom },
    depth: new Float32Array(columns * rows).fill(-Infinity),
    body: new Int32Array(columns * rows).fill(-1),
    light: new Float32Array(columns * rows),
  };
  meshes.forEach(({ triangles }, body) => {
    for (let t = 0; t + 2 < triangles.length; t += 3) {
      const corners = [0, 1, 2].map((i) => flat[body]![triangles[t + i]!]!);
      put(seen, corners as [Corner, Corner, Corner], body, nearest(body));
    }
  });
  return seen;
}

type Corner = [number, number, number];

/** The box about points in a view's plane. */
function boxAboutPoints(points: readonly Corner[]): Box {
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [bottom, top] = [Math.min(bottom, y), Math.max(top, y)];
  }
  return { x: left, y: bottom, width: right - left, height: top - bottom };
}

/** Where light comes from: right, up, and toward whoever looks; a unit vector. */
const LIGHT_FROM = [-0.36, 0.61, 0.706];

/** Puts a triangle into what is seen, where nothing nearer is. */
function put(seen: Seen, [a, b, c]: [Corner, Corner, Corner], body: number, nearest: number): void {
  const { cell, corner, columns, rows } = seen;
  const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  if (Math.abs(area) < 1e-12) return;
  const normal = [
    (b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]),
    (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]),
    area,
  ];
  // The side that is seen, whichever way round the triangle is.
  const side = area < 0 ? -1 : 1;
  const along = normal.reduce((sum, part, i) => sum + part * LIGHT_FROM[i]!, 0) * side;
  const light = Math.max(0, along / Math.hypot(...normal));
  const cellOf = (value: number, from: number, most: number, round: (value: number) => number) =>
    Math.min(Math.max(round((value - from) / cell), 0), most - 1);
  const [ax, ay, az] = a;
  const [bx, by] = [b[0] - ax, b[1] - ay];
  const [cx, cy] = [c[0] - ax, c[1] - ay];
  const [left, right] = [
    cellOf(Math.min(ax, b[0], c[0]), corner.x, columns, Math.floor),
    cellOf(Math.max(ax, b[0], c[0]), corner.x, columns, Math.ceil),
  ];
  const [low, high] = [
    cellOf(Math.min(ay, b[1], c[1]), corner.y, rows, Math.floor),
    cellOf(Math.max(ay, b[1], c[1]), corner.y, rows, Math.ceil),
  ];
  const [{ depth, body: bodies, light: lights }, db, dc] = [seen, b[2] - az, c[2] - az];
  for (let j = low; j <= high; j++) {
    const y = corner.y + (j + 0.5) * cell - ay;
    for (let i = left; i <= right; i++) {
      const x = corner.x + (i + 0.5) * cell - ax;
      const u = (x * cy - y * cx) / area;
      const v = (bx * y - by * x) / area;
      if (u < -1e-9 || v < -1e-9 || u + v > 1 + 1e-9) continue;
      const z = az + u * db + v * dc;
      const at = j * columns + i;
      if (z <= depth[at]! || z > nearest) continue;
      depth[at] = z;
      bodies[at] = body;
      lights[at] = light;
    }
  }
}

/** How finely a model is shaded, in cells along the longer side: 300 dpi on 170 mm of paper. */
const SHADED_CELLS = 2000;

/** Greys of a surface without light, and of one that faces it. */
const DARKEST = 96;
const LIGHTEST = 232;

/** A model as it is seen, shaded by the light on its surfaces. */
export interface ShadedPicture {
  width: number;
  height: number;
  /** Grey and opacity of each pixel, from the upper left. */
  pixels: Uint8Array<ArrayBuffer>;
  /** What it fills in the view's plane. */
  box: Box;
}

/** Shades bodies. @param nearest of each body what is nearer than that is cut away */
export function shadedBodies(meshes: readonly Mesh[], axes: Axes, nearest?: (body: number) => number): ShadedPicture {
  const { columns, rows, cell, corner, body, light } = seenBodies(meshes, axes, SHADED_CELLS, nearest);
  const pixels = new Uint8Array(columns * rows * 2);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const from = row * columns + column;
      if (body[from]! < 0) continue;
      const to = ((rows - 1 - row) * columns + column) * 2;
      pixels[to] = Math.round(DARKEST + (LIGHTEST - DARKEST) * light[from]!);
      pixels[to + 1] = 255;
    }
  }
  return { width: columns, height: rows, pixels, box: { ...corner, width: columns * cell, height: rows * cell } };
}

/** The middle of the box about bodies, in the model's axes. */
export function middleOfBodies(meshes: readonly Mesh[]): Vector {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { positions } of meshes) {
    for (let i = 0; i < positions.length; i++) {
      low[i % 3] = Math.min(low[i % 3]!, positions[i]!);
      high[i % 3] = Math.max(high[i % 3]!, positions[i]!);
    }
  }
  return [(low[0]! + high[0]!) / 2, (low[1]! + high[1]!) / 2, (low[2]! + high[2]!) / 2];
}

/** How finely parts are looked for, in cells along the longer side. */
const PARTS_CELLS = 400;

/** The parts of an assembly by name, each with a place in the view's plane where it is seen, or where its middle is hidden. */
export function partsSeen(placed: readonly PlacedMesh[], axes: Axes): { name: string; at: Point }[] {
  const names = partNames(placed);
  const bodies = new Map<string, number[]>();
  names.forEach((name, body) => bodies.set(name, [...(bodies.get(name) ?? []), body]));
  const places = placesSeen(placed, [...bodies.values()], axes);
  return [...bodies.keys()].map((name, i) => ({ name, at: places[i]! }));
}

/**
 * For each of some parts a place in the view's plane where it is seen, or where its middle is hidden.
 *
 * @param parts the numbers of each one's bodies
 */
export function placesSeen(placed: readonly PlacedMesh[], parts: readonly (readonly number[])[], axes: Axes): Point[] {
  const seen = seenBodies(
    placed.map(({ mesh }) => mesh),
    axes,
    PARTS_CELLS,
  );
  const partOf = new Map(parts.flatMap((bodies, part) => bodies.map((body) => [body, part] as const)));
  const cells = parts.map((): Point[] => []);
  seen.body.forEach((body, at) => {
    const part = partOf.get(body);
    if (part === undefined) return;
    const { columns, cell, corner } = seen;
    cells[part]!.push({
      x: corner.x + ((at % columns) + 0.5) * cell,
      y: corner.y + (Math.floor(at / columns) + 0.5) * cell,
    });
  });
  return parts.map((bodies, part) =>
    cells[part]!.length > 0 ? nearestToMiddle(cells[part]!) : middleOf(placed[bodies[0]!]!.mesh, axes),
  );
}

/** What each body's part is called: by the first product in which the bodies differ. */
export function partNames(placed: readonly PlacedMesh[]): string[] {
  let level = 0;
  while (
    placed.length > 1 &&
    placed.every(({ path }) => path.length > level + 1 && path[level] === placed[0]!.path[level])
  )
    level++;
  return placed.map(({ path }) => path[level] ?? path.at(-1) ?? '');
}

function nearestToMiddle(points: readonly Point[]): Point {
  const sum = points.reduce((all, { x, y }) => ({ x: all.x + x, y: all.y + y }), { x: 0, y: 0 });
  const middle = { x: sum.x / points.length, y: sum.y / points.length };
  const far = ({ x, y }: Point) => (x - middle.x) ** 2 + (y - middle.y) ** 2;
  return points.reduce((best, point) => (far(point) < far(best) ? point : best));
}

function middleOf({ positions }: Mesh, axes: Axes): Point {
  const count = positions.length / 3;
  let [x, y] = [0, 0];
  for (let i = 0; i < count; i++) {
    const [px, py] = FLAT(axes, positions, i);
    [x, y] = [x + px / count, y + py / count];
  }
  return { x, y };
}

/** Where faces meet at more than this their edge is drawn. */
const SHARP = Math.cos((25 * Math.PI) / 180);
/** How finely hidden lines are looked for, in cells along the longer side. */
const COARSE_CELLS = 700;

/**
 * A projection from triangles alone, where the exact one takes too long: edges between triangles that meet sharply, and outlines, parted
 * into what is seen and what is hidden by the cells in front of them. Without centre lines; a section is not cut.
 */
export function coarselyProjected(placed: readonly PlacedMesh[], { axes, hidden: withHidden }: Projection): Projected {
  const meshes = placed.map(({ mesh }) => mesh);
  const seen = seenBodies(meshes, axes, COARSE_CELLS);
  const [visible, hidden]: [ViewCurve[], ViewCurve[]] = [[], []];
  for (const mesh of meshes) {
    for (const [a, b] of edgesOf(mesh, axes)) {
      for (const { from, to, isSeen } of parted(seen, a, b))
        (isSeen ? visible : hidden).push({ kind: 'line', from, to });
    }
  }
  const { corner, columns, rows, cell } = seen;
  const box = { ...corner, width: (columns - 1) * cell, height: (rows - 1) * cell };
  return {
    middle: { x: box.x + box.width / 2, y: box.y + box.height / 2 },
    box,
    ...tidied(visible, withHidden ? hidden : []),
    smooth: [],
    axes: [],
    centres: [],
    cut: [],
  };
}

/** The edges of a mesh that are drawn, in the view's plane with their depth. */
function edgesOf({ positions, triangles }: Mesh, axes: Axes): [Corner, Corner][] {
  const key = (i: number) => [0, 1, 2].map((axis) => Math.round(positions[i * 3 + axis]! * 1e3)).join(',');
  const keys = Array.from({ length: positions.length / 3 }, (_, i) => key(i));
  const beside = new Map<string, { ends: [number, number]; normals: Vector[] }>();
  const at = (i: number): Vector => [positions[i * 3]!, positions[i * 3 + 1]!, positions[i * 3 + 2]!];
  for (let t = 0; t + 2 < triangles.length; t += 3) {
    const [i, j, k] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
    const [a, b, c] = [at(i), at(j), at(k)];
    const normal = unitNormal(a, b, c);
    if (!normal) continue;
    for (const [p, q] of [
      [i, j],
      [j, k],
      [k, i],
    ] as const) {
      const name = keys[p]! < keys[q]! ? `${keys[p]} ${keys[q]}` : `${keys[q]} ${keys[p]}`;
      const edge = beside.get(name);
      if (edge) edge.normals.push(normal);
      else beside.set(name, { ends: [p, q], normals: [normal] });
    }
  }
  return [...beside.values()].flatMap(({ ends: [p, q], normals }): [Corner, Corner][] => {
    const [one, other] = normals;
    const isSharp = normals.length !== 2 || dot(one!, other!) < SHARP;
    const isOutline = !isSharp && dot(one!, axes.toViewer) * dot(other!, axes.toViewer) < 0;
    return isSharp || isOutline ? [[FLAT(axes, positions, p), FLAT(axes, positions, q)]] : [];
  });
}

function unitNormal(a: Vector, b: Vector, c: Vector): Vector | undefined {
  const [ux, uy, uz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const [vx, vy, vz] = [c[0] - a[0], c[1] - a[1], c[2] - a[2]];
  const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
  const length = Math.hypot(x, y, z);
  return length > 1e-12 ? [x / length, y / length, z / length] : undefined;
}

/** An edge in stretches that are seen and stretches that something nearer hides. */
function parted(seen: Seen, a: Corner, b: Corner): { from: Point; to: Point; isSeen: boolean }[] {
  const { cell, corner, columns, rows } = seen;
  const steps = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / (1.5 * cell)));
  const at = (t: number): Corner => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])];
  const isSeenAt = ([x, y, z]: Corner): boolean => {
    const [i, j] = [Math.floor((x - corner.x) / cell), Math.floor((y - corner.y) / cell)];
    // Beside an edge the surface may be nearer by its slope over a cell or two; any cell about it that lets it be seen counts.
    for (const [di, dj] of [
      [0, 0],
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [column, row] = [i + di, j + dj];
      if (column < 0 || row < 0 || column >= columns || row >= rows) return true;
      if (seen.depth[row * columns + column]! <= z + 2 * cell) return true;
    }
    return false;
  };
  const stretches: { from: Point; to: Point; isSeen: boolean }[] = [];
  for (let n = 0; n < steps; n++) {
    const isSeen = isSeenAt(at((n + 0.5) / steps));
    const [from, to] = [at(n / steps), at((n + 1) / steps)];
    const last = stretches.at(-1);
    if (last?.isSeen === isSeen) last.to = { x: to[0], y: to[1] };
    else stretches.push({ from: { x: from[0], y: from[1] }, to: { x: to[0], y: to[1] }, isSeen });
  }
  return stretches;
}
