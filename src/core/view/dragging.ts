import type { Point } from '../geometry/box';
import type { Vector } from './direction';

/** Where a mm along the model's x, y and z goes on the sheet, mm. */
export type Ways = readonly [Point, Point, Point];

/** An axis that is seen shorter than this share of the longest one points at whoever looks: nothing is moved along it. */
const FORESHORTENED = 0.1;

/**
 * How far a part goes that is dragged on the sheet: along the one axis of the model that leads most the way it is dragged, as far as that
 * goes there.
 *
 * @param by how far it is dragged, mm on the sheet
 * @returns whole mm along the model's axes
 */
export function draggedAlong(ways: Ways, by: Point): Vector {
  const lengths = ways.map(({ x, y }) => Math.hypot(x, y));
  const longest = Math.max(...lengths);
  const along = ways.map((way, i) =>
    lengths[i]! > FORESHORTENED * longest ? (way.x * by.x + way.y * by.y) / lengths[i]! : 0,
  );
  const best = along.reduce((most, value, i) => (Math.abs(value) > Math.abs(along[most]!) + 1e-9 ? i : most), 0);
  const move = [0, 0, 0];
  if (longest > 0) move[best] = Math.round(along[best]! / lengths[best]!) + 0;
  return move as unknown as Vector;
}

/** Where a move along the model's axes leads on the sheet, mm. */
export const onSheet = (ways: Ways, [x, y, z]: Vector): Point => ({
  x: ways[0].x * x + ways[1].x * y + ways[2].x * z,
  y: ways[0].y * x + ways[1].y * y + ways[2].y * z,
});
