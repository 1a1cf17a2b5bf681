import type { Picture } from '../format/document';
import type { Box } from '../geometry/box';
import { MM_PER_INCH } from '../geometry/length';
import { type Placing, boxToSheet, toSheet } from '../geometry/placing';
import { LEAST_DPI, type PictureData, type Segment } from '../picture/picture';
import type { Primitive } from './scene';

type Scale = Picture['scale'];

/**
 * A picture in the room of its cell: in proportion, as large as the room (`fit`), over the whole room (`fill`, what is too
 * much is cut off), or at a percentage of its own size, where a picture's unit counts as 1/96 inch.
 *
 * @param across where it stands in the room, 0 left to 1 right; `up` likewise, 0 at the bottom to 1 at the top
 * @param placing maps the cell's own coordinates onto the sheet; `room` lies in those
 */
export function picturePrimitives(
  { hash, picture }: { hash: string; picture: PictureData },
  scale: Scale,
  room: Box,
  { across, up }: { across: number; up: number },
  placing: Placing,
  common: { source: string; block: string },
): { primitives: Primitive[]; dpi?: number } {
  const perUnit = scaleOf(scale, picture, room);
  const [width, height] = [picture.width * perUnit, picture.height * perUnit];
  const at = { x: room.x + (room.width - width) * across, y: room.y + (room.height - height) * up };
  const layer = 'pictures' as const;
  if (picture.kind === 'raster') {
    const corner = toSheet(placing, at);
    const clip = scale === 'fill' ? boxToSheet(placing, room) : undefined;
    const { type, data } = picture;
    const pixels = { width: picture.width, height: picture.height };
    return {
      primitives: [
        {
          kind: 'image',
          hash,
          type,
          data,
          pixels,
          width,
          height,
          x: corner.x,
          y: corner.y,
          turn: placing.turn,
          ink: '#000000',
          layer,
          ...(clip && { clip }),
          ...common,
        },
      ],
      dpi: picture.width / (width / MM_PER_INCH),
    };
  }
  const point = (x: number, y: number): [number, number] => {
    const { x: sx, y: sy } = toSheet(placing, { x: at.x + x * perUnit, y: at.y + height - y * perUnit });
    return [sx, sy];
  };
  return {
    primitives: picture.paths.map(({ segments, fill, evenOdd, stroke }) => ({
      kind: 'path',
      segments: segments.map((segment): Segment => mapped(segment, point)),
      ink: stroke?.colour ?? fill ?? '#000000',
      layer,
      ...(fill && { fill }),
      ...(evenOdd && { evenOdd }),
      ...(stroke && { stroke: stroke.width * perUnit }),
      ...common,
    })),
  };
}

/** mm for each of the picture's own units. */
function scaleOf(scale: Scale, picture: PictureData, room: Box): number {
  const [a, b] = [room.width / picture.width, room.height / picture.height];
  if (scale === 'fit') return Math.max(1e-6, Math.min(a, b));
  if (scale === 'fill') return Math.max(1e-6, picture.kind === 'raster' ? Math.max(a, b) : Math.min(a, b));
  return (MM_PER_INCH / 96) * (scale.percent / 100);
}

function mapped(segment: Segment, point: (x: number, y: number) => [number, number]): Segment {
  switch (segment[0]) {
    case 'Z':
      return ['Z'];
    case 'C':
      return [
        'C',
        ...point(segment[1], segment[2]),
        ...point(segment[3], segment[4]),
        ...point(segment[5], segment[6]),
      ];
    default:
      return [segment[0], ...point(segment[1], segment[2])];
  }
}

/** Whether a raster picture is printed at too few dots per inch. */
export const isCoarse = (dpi: number | undefined): dpi is number => dpi !== undefined && dpi < LEAST_DPI - 0.5;

/** Straight pieces of an outline, each a list of points: curves cut so that none strays from its curve by `within` mm. */
export function flattened(
  segments: readonly Segment[],
  within: number,
): { points: { x: number; y: number }[]; closed: boolean }[] {
  const pieces: { points: { x: number; y: number }[]; closed: boolean }[] = [];
  let current: { points: { x: number; y: number }[]; closed: boolean } | undefined;
  for (const segment of segments) {
    if (segment[0] === 'M') {
      current = { points: [{ x: segment[1], y: segment[2] }], closed: false };
      pieces.push(current);
    } else if (!current) continue;
    else if (segment[0] === 'L') current.points.push({ x: segment[1], y: segment[2] });
    else if (segment[0] === 'Z') {
      current.closed = true;
      current = { points: [current.points[0]!], closed: false };
      pieces.push(current);
    } else curve(current.points, segment, within);
  }
  return pieces.filter((piece) => piece.points.length > 1);
}

function curve(
  points: { x: number; y: number }[],
  [, x1, y1, x2, y2, x3, y3]: Extract<Segment, ['C', ...number[]]>,
  within: number,
): void {
  const { x: x0, y: y0 } = points.at(-1)!;
  // The second differences bound how far a chord strays from a cubic: n² ≥ √3/6 · largest second difference / tolerance.
  const bend = Math.max(Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3));
  const n = Math.min(200, Math.max(1, Math.ceil(Math.sqrt((Math.sqrt(3) / 6) * 6 * (bend / within)) / 1.4)));
  for (let i = 1; i <= n; i++) {
    const t = i / n;
    const s = 1 - t;
    points.push({
      x: s ** 3 * x0 + 3 * s * s * t * x1 + 3 * s * t * t * x2 + t ** 3 * x3,
      y: s ** 3 * y0 + 3 * s * s * t * y1 + 3 * s * t * t * y2 + t ** 3 * y3,
    });
  }
}
