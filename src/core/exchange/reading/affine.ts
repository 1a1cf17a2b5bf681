import type { Point } from '../../geometry/box';

/** A map of the plane: (x, y) goes to (a·x + c·y + e, b·x + d·y + f). */
export interface Affine {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}

export const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

export const moved = (e: number, f: number): Affine => ({ a: 1, b: 0, c: 0, d: 1, e, f });

export const scaledBy = (a: number, d: number): Affine => ({ a, b: 0, c: 0, d, e: 0, f: 0 });

export function turnedBy(deg: number): Affine {
  // Quarter turns exactly: a title block that stands upright has no 1e-16 in its corners.
  const quarter = ((deg % 360) + 360) % 360;
  const [cos, sin] =
    quarter % 90 === 0
      ? ([
          [1, 0],
          [0, 1],
          [-1, 0],
          [0, -1],
        ][quarter / 90]! as [number, number])
      : [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 };
}

/** First the inner map, then the outer one. */
export function after(outer: Affine, inner: Affine): Affine {
  return {
    a: outer.a * inner.a + outer.c * inner.b,
    b: outer.b * inner.a + outer.d * inner.b,
    c: outer.a * inner.c + outer.c * inner.d,
    d: outer.b * inner.c + outer.d * inner.d,
    e: outer.a * inner.e + outer.c * inner.f + outer.e,
    f: outer.b * inner.e + outer.d * inner.f + outer.f,
  };
}

export const mapped = ({ a, b, c, d, e, f }: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** How much lengths grow, on the average. */
export const growth = ({ a, b, c, d }: Affine): number => Math.sqrt(Math.abs(a * d - b * c));

export const isMirroring = ({ a, b, c, d }: Affine): boolean => a * d - b * c < 0;

/** Whether circles stay circles. */
export function keepsCircles({ a, b, c, d }: Affine): boolean {
  const [x, y] = [Math.hypot(a, b), Math.hypot(c, d)];
  return Math.abs(x - y) <= 1e-6 * Math.max(x, y) && Math.abs(a * c + b * d) <= 1e-6 * x * y;
}
