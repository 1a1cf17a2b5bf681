import type { Picture } from '../format/document';
import type { Box } from '../geometry/box';
import { MM_PER_INCH } from '../geometry/length';
import { type Placing, boxToSheet, toSheet } from '../geometry/placing';
import type { PictureData, Segment } from '../picture/picture';
import { outlineWithin } from './outline-clip';
import type { PathPrimitive, Primitive } from './scene';

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
    const { type } = picture;
    const pixels = { width: picture.width, height: picture.height };
    return {
      primitives: [
        {
          kind: 'image',
          hash,
          type,
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
  const shown = scale === 'fill' ? boxToSheet(placing, room) : undefined;
  return {
    primitives: picture.paths.flatMap(({ segments, fill, evenOdd, stroke }): Primitive[] => {
      const path = (outline: Segment[], part: Partial<PathPrimitive>): PathPrimitive => ({
        kind: 'path',
        segments: outline,
        ink: stroke?.colour ?? fill ?? '#000000',
        layer,
        ...(evenOdd && { evenOdd }),
        ...part,
        ...common,
      });
      const outline = segments.map((segment): Segment => mapped(segment, point));
      const look = { ...(fill && { fill }), ...(stroke && { stroke: stroke.width * perUnit }) };
      if (!shown) return [path(outline, look)];
      const { filled, stroked } = outlineWithin(outline, shown);
      return [
        ...(fill && filled.length > 0 ? [path(filled, { fill })] : []),
        ...(stroke && stroked.length > 0 ? [path(stroked, { stroke: stroke.width * perUnit })] : []),
      ];
    }),
  };
}

/** mm for each of the picture's own units. */
function scaleOf(scale: Scale, picture: PictureData, room: Box): number {
  const [a, b] = [room.width / picture.width, room.height / picture.height];
  if (scale === 'fit') return Math.max(1e-6, Math.min(a, b));
  if (scale === 'fill') return Math.max(1e-6, Math.max(a, b));
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
