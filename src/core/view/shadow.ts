import type { Point } from '../geometry/box';
import type { Mesh } from '../specimen/shape';
import { type Axes, type Vector, dot } from './direction';

const corner = ({ positions }: Mesh, i: number): Vector => [
  positions[3 * i]!,
  positions[3 * i + 1]!,
  positions[3 * i + 2]!,
];

/** Corners are one where they are nearer than that, mm. */
const ONE = 1e-4;

/**
 * What a body covers of a view's plane, as closed outlines: a point is covered where they wind about it, more often than not once. They are
 * the borders of all triangles that face whoever looks; borders that two of these share go both ways and leave nothing.
 */
export function shadowOf(mesh: Mesh, axes: Axes): Point[][] {
  const key = (point: Vector) => point.map((value) => Math.round(value / ONE)).join(',');
  const borders = new Map<string, { from: string; to: string; count: number }>();
  const places = new Map<string, Point>();
  for (let t = 0; t + 2 < mesh.triangles.length; t += 3) {
    const corners = [0, 1, 2].map((i) => corner(mesh, mesh.triangles[t + i]!));
    const flat = corners.map((one): Point => ({ x: dot(one, axes.right), y: dot(one, axes.up) }));
    const [a, b, c] = flat as [Point, Point, Point];
    // Anticlockwise on paper: its outer side faces whoever looks.
    if ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) <= 0) continue;
    const keys = corners.map(key);
    keys.forEach((from, i) => {
      places.set(from, flat[i]!);
      const to = keys[(i + 1) % 3]!;
      if (from === to) return;
      const isForward = from < to;
      const id = isForward ? `${from} ${to}` : `${to} ${from}`;
      const border = borders.get(id) ?? { from: isForward ? from : to, to: isForward ? to : from, count: 0 };
      borders.set(id, { ...border, count: border.count + (isForward ? 1 : -1) });
    });
  }
  const next = new Map<string, string[]>();
  for (const { from, to, count } of borders.values()) {
    const [first, last] = count > 0 ? [from, to] : [to, from];
    for (let i = 0; i < Math.abs(count); i++) next.set(first, [...(next.get(first) ?? []), last]);
  }
  return ringsThrough(next).map((ring) => ring.map((one) => places.get(one)!));
}

/** Directed borders as closed rings: as many begin at every corner as end there. */
function ringsThrough(next: Map<string, string[]>): string[][] {
  const rings: string[][] = [];
  for (const start of next.keys()) {
    while (next.get(start)!.length > 0) {
      const ring = [start];
      for (let at = next.get(start)!.pop()!; at !== start; at = next.get(at)!.pop()!) ring.push(at);
      rings.push(ring);
    }
  }
  return rings;
}
