import type { Point } from '../geometry/box';
import type { Primitive } from '../scene/scene';

/** The primitive that is nearest to a point, within a distance in mm; texts are as large as their letters. */
export function nearest(primitives: readonly Primitive[], point: Point, within: number): Primitive | undefined {
  let found: Primitive | undefined;
  let least = within;
  for (const primitive of primitives) {
    const distance = distanceTo(primitive, point);
    if (distance < least || (distance === least && primitive.kind === 'text')) [found, least] = [primitive, distance];
  }
  return found;
}

function distanceTo(primitive: Primitive, point: Point): number {
  switch (primitive.kind) {
    case 'line':
      return toSegment(primitive.from, primitive.to, point);
    case 'outline':
      return Math.min(...sides(primitive.points).map(([a, b]) => toSegment(a, b, point)));
    case 'run':
      return Math.min(...primitive.points.slice(1).map((b, i) => toSegment(primitive.points[i]!, b, point)));
    case 'fill':
      return holdsPoint(primitive.points, point)
        ? 0
        : Math.min(...sides(primitive.points).map(([a, b]) => toSegment(a, b, point)));
    case 'arc': {
      const deg = (Math.atan2(point.y - primitive.centre.y, point.x - primitive.centre.x) * 180) / Math.PI;
      const turned = primitive.fromDeg + ((((deg - primitive.fromDeg) % 360) + 360) % 360);
      const off = Math.hypot(point.x - primitive.centre.x, point.y - primitive.centre.y) - primitive.radius;
      return turned <= primitive.toDeg ? Math.abs(off) : Infinity;
    }
    case 'text': {
      const turn = (-primitive.turn * Math.PI) / 180;
      const [dx, dy] = [point.x - primitive.x, point.y - primitive.y];
      const x = dx * Math.cos(turn) - dy * Math.sin(turn);
      const y = dx * Math.sin(turn) + dy * Math.cos(turn);
      return Math.hypot(outside(x, primitive.width), outside(y, primitive.height));
    }
    case 'path':
    case 'image':
      return Infinity;
  }
}

const outside = (value: number, most: number) => Math.max(0, -value, value - most);

const sides = (points: readonly Point[]) => points.map((a, i) => [a, points[(i + 1) % points.length]!] as const);

function toSegment(a: Point, b: Point, { x, y }: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - a.x) * dx + (y - a.y) * dy) / length));
  return Math.hypot(x - a.x - t * dx, y - a.y - t * dy);
}

function holdsPoint(points: readonly Point[], { x, y }: Point): boolean {
  return sides(points).reduce(
    (inside, [a, b]) => (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x) ? !inside : inside),
    false,
  );
}
