import type { Mesh } from '@/core/specimen/shape';

/** A ring about an axis along x, y or z, or a full rod where it has no bore, as closed triangles. */
export function rod(
  along: 0 | 1 | 2,
  {
    radius,
    bore = 0,
    from,
    to,
    middle = [0, 0, 0],
  }: { radius: number; bore?: number; from: number; to: number; middle?: number[] },
  corners = 48,
): Mesh {
  const place = (r: number, i: number, at: number): number[] => {
    const turn = (2 * Math.PI * (i + 0.5)) / corners;
    const point = [0, 0, 0];
    point[along] = at;
    point[(along + 1) % 3] = r * Math.cos(turn);
    point[(along + 2) % 3] = r * Math.sin(turn);
    return point.map((value, axis) => value + middle[axis]!);
  };
  const ring = (r: number, at: number) => Array.from({ length: corners }, (_, i) => place(r, i, at));
  const rings = [ring(radius, from), ring(radius, to), ring(bore, to), ring(bore, from)];
  const triangles = rings.flatMap((_, n) =>
    Array.from({ length: corners }, (__, i) => {
      const [a, b] = [n * corners + i, n * corners + ((i + 1) % corners)];
      const [c, d] = [((n + 1) % 4) * corners + i, ((n + 1) % 4) * corners + ((i + 1) % corners)];
      return [a, b, c, b, d, c];
    }).flat(),
  );
  return { positions: rings.flat(2), triangles };
}

/** A block between two corners, as closed triangles. */
export function block([x0, y0, z0]: number[], [x1, y1, z1]: number[]): Mesh {
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((n) => [n & 1 ? x1! : x0!, n & 2 ? y1! : y0!, n & 4 ? z1! : z0!]);
  const faces = [
    [0, 2, 3, 1],
    [4, 5, 7, 6],
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
  ];
  return { positions: corners.flat(), triangles: faces.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]) };
}
