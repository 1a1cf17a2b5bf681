import { z } from 'zod';
import { ISOMETRIC_LINES } from '../view/direction';

/** What is measured of a model's shape: lengths in mm, areas in mm², volumes in mm³. */
export const Shape = z.object({
  /** Hash of the file that the shape was read from, under which the office keeps it. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  file: z.string().min(1).max(200),
  /** The product of the file that it is, where the file holds several. */
  product: z.string().min(1).max(500).optional(),
  volume: z.number().positive(),
  area: z.number().positive(),
  /** The sizes of the box around it, along the file's axes. */
  size: z.object({ x: z.number().nonnegative(), y: z.number().nonnegative(), z: z.number().nonnegative() }),
  /**
   * How far it reaches from the middle of that box along the lines of isometric views, the farther of both senses; absent in what was
   * measured before.
   */
  reach: z.array(z.number().nonnegative()).length(ISOMETRIC_LINES.length).optional(),
});
export type Shape = z.infer<typeof Shape>;

export type MeasuredShape = Omit<Shape, 'hash' | 'file' | 'product'>;

/** Triangles that cover a solid's faces: x, y, z of each corner in mm, and three corners' numbers for each triangle. */
export interface Mesh {
  positions: ArrayLike<number>;
  triangles: ArrayLike<number>;
}

/** How much of its area a surface may miss of being closed: the sum of a closed surface's directed areas is nothing. */
const OPEN = 1e-4;

/**
 * Measures solids by the triangles of their faces: the volume is the sum of the directed tetrahedra from the origin (the
 * divergence theorem), so it is as near as the triangles are to the faces.
 *
 * @returns undefined when the faces do not close, and so hold no volume
 */
export function measureShape(meshes: readonly Mesh[]): MeasuredShape | undefined {
  let [volume, area] = [0, 0];
  const directed = [0, 0, 0];
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { positions: p, triangles: t } of meshes) {
    for (let i = 0; i < p.length; i++) {
      low[i % 3] = Math.min(low[i % 3]!, p[i]!);
      high[i % 3] = Math.max(high[i % 3]!, p[i]!);
    }
    for (let i = 0; i + 2 < t.length; i += 3) {
      const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
      const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
      const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
      const [nx, ny, nz] = [(uy * vz - uz * vy) / 2, (uz * vx - ux * vz) / 2, (ux * vy - uy * vx) / 2];
      area += Math.hypot(nx, ny, nz);
      volume += (p[a]! * nx + p[a + 1]! * ny + p[a + 2]! * nz) / 3;
      directed[0]! += nx;
      directed[1]! += ny;
      directed[2]! += nz;
    }
  }
  if (!(volume > 0) || Math.hypot(...directed) > OPEN * area) return undefined;
  const size = (axis: number) => Math.round((high[axis]! - low[axis]!) * 1000) / 1000;
  const middle = [0, 1, 2].map((axis) => (low[axis]! + high[axis]!) / 2);
  return { volume, area, size: { x: size(0), y: size(1), z: size(2) }, reach: reachFrom(middle, meshes) };
}

/** How far the corners of triangles are from a point along each of the isometric lines, mm. */
function reachFrom([x, y, z]: readonly number[], meshes: readonly Mesh[]): number[] {
  const reach = ISOMETRIC_LINES.map(() => 0);
  for (const { positions: p } of meshes) {
    for (let i = 0; i + 2 < p.length; i += 3) {
      const [dx, dy, dz] = [p[i]! - x!, p[i + 1]! - y!, p[i + 2]! - z!];
      for (let line = 0; line < reach.length; line++) {
        const [a, b, c] = ISOMETRIC_LINES[line]!;
        const far = Math.abs(a * dx + b * dy + c * dz);
        if (far > reach[line]!) reach[line] = far;
      }
    }
  }
  return reach.map((mm) => Math.round(mm * 1000) / 1000);
}
