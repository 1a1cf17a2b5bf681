import type { Box, Point } from '../geometry/box';
import { right, top } from '../geometry/box';

export interface MarkLine {
  from: Point;
  to: Point;
}

/**
 * Centring marks: one on each end of the axes of symmetry of the trimmed sheet, from the outer edge of the zone band
 * to `inside` mm within the frame (ISO 5457, 5.4: 10 mm beyond the frame).
 */
export function centringMarks(
  trimmed: { width: number; height: number },
  frame: Box,
  band: number,
  inside: number,
): MarkLine[] {
  const x = trimmed.width / 2;
  const y = trimmed.height / 2;
  return [
    { from: { x, y: top(frame) + band }, to: { x, y: top(frame) - inside } },
    { from: { x, y: frame.y - band }, to: { x, y: frame.y + inside } },
    { from: { x: frame.x - band, y }, to: { x: frame.x + inside, y } },
    { from: { x: right(frame) + band, y }, to: { x: right(frame) - inside, y } },
  ];
}

/**
 * Trimming marks: at each corner two overlapping filled rectangles `length` × `width` in an L, along the trimmed edges
 * (ISO 5457, 5.5: 10 × 5). Each is returned as one six-cornered outline.
 */
export function trimmingMarks(trimmed: { width: number; height: number }, length: number, width: number): Point[][] {
  const corner = (fromX: number, fromY: number, dx: 1 | -1, dy: 1 | -1): Point[] =>
    (
      [
        [0, 0],
        [length, 0],
        [length, width],
        [width, width],
        [width, length],
        [0, length],
      ] as const
    ).map(([x, y]) => ({ x: fromX + dx * x, y: fromY + dy * y }));
  const { width: w, height: h } = trimmed;
  return [corner(0, 0, 1, 1), corner(w, 0, -1, 1), corner(w, h, -1, -1), corner(0, h, 1, -1)];
}
