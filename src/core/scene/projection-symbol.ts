import type { Point } from '../geometry/box';
import type { LineType } from '../format/document';

type Look = { width: number; type: LineType };
export type SymbolShape =
  | ({ kind: 'line'; from: Point; to: Point } & Look)
  | ({ kind: 'arc'; centre: Point; radius: number; fromDeg: number; toDeg: number } & Look)
  | ({ kind: 'outline'; points: Point[] } & Look);

/** How far the centre lines reach beyond the views, as a multiple of h. */
const BEYOND = 0.35;
/** Gap between the views as a multiple of h; ISO 5456-2 asks for at least 1. */
const GAP = 1;

/**
 * The projection symbol of ISO 5456-2: a truncated cone in two views. With lettering height h the small diameter is h,
 * the large one 2h, the length 2h, the gap between the views h, the outline h/10; the centre lines are half as wide.
 * The cone's small end points left; in third angle the circles stand left of it, in first angle right of it.
 *
 * @param room the room for it, mm; the symbol stands in its middle
 * @param height h in mm; absent: as large as the room allows
 * @returns shapes in mm from the room's lower left
 */
export function projectionSymbol(
  angle: 'first angle' | 'third angle',
  room: { width: number; height: number },
  height?: number,
): SymbolShape[] {
  const widthInH = 2 + GAP + 2 + 2 * BEYOND;
  const heightInH = 2 + 2 * BEYOND;
  const h = height ?? Math.min(room.width / widthInH, room.height / heightInH);
  const middle = room.height / 2;
  const left = (room.width - widthInH * h) / 2 + BEYOND * h;
  const [coneLeft, circles] =
    angle === 'third angle' ? [left + (2 + GAP) * h, left + h] : [left, left + (2 + GAP + 1) * h];
  const outline: Look = { width: h / 10, type: 'continuous' };
  const centre: Look = { width: h / 20, type: 'long-dashed dotted' };
  const at = (x: number, y: number): Point => ({ x, y });
  return [
    {
      kind: 'outline',
      points: [
        at(coneLeft, middle - h / 2),
        at(coneLeft + 2 * h, middle - h),
        at(coneLeft + 2 * h, middle + h),
        at(coneLeft, middle + h / 2),
      ],
      ...outline,
    },
    { kind: 'arc', centre: at(circles, middle), radius: h / 2, fromDeg: 0, toDeg: 360, ...outline },
    { kind: 'arc', centre: at(circles, middle), radius: h, fromDeg: 0, toDeg: 360, ...outline },
    { kind: 'line', from: at(coneLeft - BEYOND * h, middle), to: at(coneLeft + (2 + BEYOND) * h, middle), ...centre },
    {
      kind: 'line',
      from: at(circles - (1 + BEYOND) * h, middle),
      to: at(circles + (1 + BEYOND) * h, middle),
      ...centre,
    },
    {
      kind: 'line',
      from: at(circles, middle - (1 + BEYOND) * h),
      to: at(circles, middle + (1 + BEYOND) * h),
      ...centre,
    },
  ];
}
