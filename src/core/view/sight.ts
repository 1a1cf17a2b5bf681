import type { Mesh } from '../specimen/shape';
import { type Axes, type Vector, dot } from './direction';

/** A triangle in a view's plane: right, up and toward whoever looks of its corners, mm. */
type Flat = readonly [Vector, Vector, Vector];

/** At most so many cells along a side of the raster in which triangles are looked up. */
const MOST_CELLS = 200;

/**
 * Whether points on the surfaces of bodies are seen: nothing of them is nearer to whoever looks.
 *
 * @param meshes triangles of all that may be in front, mm
 * @param beside how far in front of a point something must be to hide it: more than triangles are off their surfaces, mm
 */
export function sightOf(meshes: readonly Mesh[], axes: Axes, beside: number): (point: Vector) => boolean {
  const seenFrom = (point: Vector): Vector => [dot(point, axes.right), dot(point, axes.up), dot(point, axes.toViewer)];
  const triangles: Flat[] = meshes.flatMap(({ positions: p, triangles: t }) => {
    const corner = (i: number) => seenFrom([p[t[i]! * 3]!, p[t[i]! * 3 + 1]!, p[t[i]! * 3 + 2]!]);
    return Array.from({ length: Math.floor(t.length / 3) }, (_, i): Flat => [
      corner(3 * i),
      corner(3 * i + 1),
      corner(3 * i + 2),
    ]);
  });
  const corners = triangles.flat();
  const least = (axis: 0 | 1) => corners.reduce((low, corner) => Math.min(low, corner[axis]), Infinity);
  const most = (axis: 0 | 1) => corners.reduce((high, corner) => Math.max(high, corner[axis]), -Infinity);
  const [left, bottom] = [least(0), least(1)];
  const cells = Math.max(1, Math.min(MOST_CELLS, Math.ceil(Math.sqrt(triangles.length))));
  const cell = Math.max(most(0) - left, most(1) - bottom, 1e-9) / cells;
  const column = (x: number) => Math.min(Math.max(Math.floor((x - left) / cell), 0), cells - 1);
  const row = (y: number) => Math.min(Math.max(Math.floor((y - bottom) / cell), 0), cells - 1);
  const raster = new Map<number, Flat[]>();
  for (const flat of triangles) {
    const [xs, ys] = [flat.map(([x]) => x), flat.map(([, y]) => y)];
    for (let j = row(Math.min(...ys)); j <= row(Math.max(...ys)); j++) {
      for (let i = column(Math.min(...xs)); i <= column(Math.max(...xs)); i++) {
        const there = raster.get(j * cells + i);
        if (there) there.push(flat);
        else raster.set(j * cells + i, [flat]);
      }
    }
  }
  return (point) => {
    const [x, y, z] = seenFrom(point);
    const above = raster.get(row(y) * cells + column(x)) ?? [];
    return above.every((flat) => depthUnder(flat, x, y) <= z + beside);
  };
}

/** How near a triangle is at a place of the view's plane; nothing beside it, and for one that is seen from its edge. */
function depthUnder([a, b, c]: Flat, x: number, y: number): number {
  const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  if (Math.abs(area) < 1e-12) return -Infinity;
  const u = ((x - a[0]) * (c[1] - a[1]) - (y - a[1]) * (c[0] - a[0])) / area;
  const v = ((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / area;
  return u < 0 || v < 0 || u + v > 1 ? -Infinity : a[2] + u * (b[2] - a[2]) + v * (c[2] - a[2]);
}
