import type { Drawn } from '../exchange/reading/drawn';
import type { Point } from '../geometry/box';
import type { Primitive } from '../scene/scene';
import type { Recognition } from './recognition';
import { pointsOf } from './survey';

/** How far the lines of a format lie from those of the drawing it was recognised in. */
export interface LaidOver {
  /** Lines that were compared: those of the frame, zones, marks and blocks; tables that grow are left out. */
  compared: number;
  /** The greatest distance of an end or the middle of one of them from the format's nearest line, mm; and where. */
  greatest: number;
  at?: Point;
  /** How many lie farther than {@link NEAR}. */
  beyond: number;
}

/** A line of a clean drawing lies this near to the one that it became, mm. */
export const NEAR = 0.05;

interface Segment {
  a: Point;
  b: Point;
}

/** Lays the composed sheet of a format over the drawing and measures how far its lines lie from the drawn ones. */
export function laidOver(
  { border, blocks }: Recognition,
  drawn: readonly Drawn[],
  primitives: readonly Primitive[],
): LaidOver {
  const grid = new Segments(primitives.flatMap(segmentsOf));
  const sources = new Set([...border.sources, ...blocks.flatMap((block) => (block.table ? [] : [...block.sources]))]);
  const result: LaidOver = { compared: 0, greatest: 0, beyond: 0 };
  for (const source of sources) {
    const one = drawn[source]!;
    if (one.kind !== 'line') continue;
    result.compared++;
    const middle = { x: (one.from.x + one.to.x) / 2, y: (one.from.y + one.to.y) / 2 };
    let farthest = 0;
    for (const point of [...pointsOf(one), middle]) {
      const distance = grid.distance(point);
      if (distance > farthest) farthest = distance;
      if (distance > result.greatest) {
        result.greatest = distance;
        result.at = point;
      }
    }
    if (farthest > NEAR) result.beyond++;
  }
  return result;
}

function segmentsOf(primitive: Primitive): Segment[] {
  if (primitive.kind === 'line') return [{ a: primitive.from, b: primitive.to }];
  if (primitive.kind !== 'outline') return [];
  return primitive.points.map((a, i, all) => ({ a, b: all[(i + 1) % all.length]! }));
}

/** Segments by the squares of the sheet that they cross. */
class Segments {
  private readonly squares = new Map<string, Segment[]>();
  private static readonly SIDE = 20;

  constructor(private readonly all: readonly Segment[]) {
    for (const segment of all)
      for (const key of keys(segment, Segments.SIDE)) {
        const there = this.squares.get(key);
        if (there) there.push(segment);
        else this.squares.set(key, [segment]);
      }
  }

  /** The distance of a point from the nearest segment, mm. */
  distance(point: Point): number {
    const side = Segments.SIDE;
    const [cx, cy] = [Math.floor(point.x / side), Math.floor(point.y / side)];
    let least = Infinity;
    for (let x = cx - 1; x <= cx + 1; x++)
      for (let y = cy - 1; y <= cy + 1; y++)
        for (const one of this.squares.get(`${x} ${y}`) ?? []) least = Math.min(least, distanceTo(one, point));
    if (least <= side) return least;
    return this.all.reduce((best, one) => Math.min(best, distanceTo(one, point)), Infinity);
  }
}

function keys({ a, b }: Segment, side: number): string[] {
  const [x1, x2] = [Math.floor(Math.min(a.x, b.x) / side), Math.floor(Math.max(a.x, b.x) / side)];
  const [y1, y2] = [Math.floor(Math.min(a.y, b.y) / side), Math.floor(Math.max(a.y, b.y) / side)];
  const found: string[] = [];
  for (let x = x1; x <= x2; x++) for (let y = y1; y <= y2; y++) found.push(`${x} ${y}`);
  return found;
}

function distanceTo({ a, b }: Segment, { x, y }: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - a.x) * dx + (y - a.y) * dy) / length));
  return Math.hypot(x - a.x - t * dx, y - a.y - t * dy);
}
