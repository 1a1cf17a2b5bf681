import type { Point } from '../geometry/box';
import type { SymbolShape } from './projection-symbol';

/**
 * The basic symbol for surface texture (ISO 1302): two straight lines of unequal length, 60° to the surface. With lettering
 * height h the short leg is 1.4 h high, the long one 2.8 h; lines h/10.
 *
 * @param room the room for it, mm; the symbol stands in its middle
 * @param height h in mm; absent: as large as the room allows
 * @returns shapes in mm from the room's lower left
 */
export function surfaceTextureSymbol(room: { width: number; height: number }, height?: number): SymbolShape[] {
  const slope = Math.tan(Math.PI / 3);
  const [short, long] = [1.4, 2.8];
  const widthInH = (short + long) / slope;
  const h = height ?? Math.min(room.width / widthInH, room.height / long);
  const foot = { x: (room.width - widthInH * h) / 2 + (short / slope) * h, y: (room.height - long * h) / 2 };
  return [
    line(h, { x: foot.x - (short / slope) * h, y: foot.y + short * h }, foot),
    line(h, foot, { x: foot.x + (long / slope) * h, y: foot.y + long * h }),
  ];
}

/**
 * The mark for general tolerances: a plus over a minus, each 1.2 h wide, with lettering height h; lines h/10.
 *
 * @param room the room for it, mm; the symbol stands in its middle
 * @param height h in mm; absent: as large as the room allows
 * @returns shapes in mm from the room's lower left
 */
export function generalToleranceSymbol(room: { width: number; height: number }, height?: number): SymbolShape[] {
  const [wide, high] = [1.2, 1.7];
  const h = height ?? Math.min(room.width / wide, room.height / high);
  const middle = room.width / 2;
  const bottom = (room.height - high * h) / 2;
  const half = (wide / 2) * h;
  const cross = bottom + (high - wide / 2) * h;
  return [
    line(h, { x: middle - half, y: cross }, { x: middle + half, y: cross }),
    line(h, { x: middle, y: cross - half }, { x: middle, y: cross + half }),
    line(h, { x: middle - half, y: bottom }, { x: middle + half, y: bottom }),
  ];
}

const line = (h: number, from: Point, to: Point): SymbolShape => ({
  kind: 'line',
  from,
  to,
  width: h / 10,
  type: 'continuous',
});
