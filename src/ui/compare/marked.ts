import type { Point } from '../../core/geometry/box';
import type { LinePrimitive, Primitive } from '../../core/scene/scene';

/** How what went and what came is drawn: by ink, by line and by a line through or under texts, so never by colour alone. */
export const LOOKS = {
  went: { ink: '#C03F28', type: 'dashed', strike: 0.5 },
  came: { ink: '#2D6A4C', type: 'continuous', strike: -0.35 },
} as const;

/** How much wider than on paper a marked line is, and how wide the line through or under a text, mm. */
const WIDER = 0.35;
const STRIKE = 0.25;

/** Primitives as they are marked: what went dashed and struck through, what came bold and underlined. */
export function marked(primitives: readonly Primitive[], as: keyof typeof LOOKS): Primitive[] {
  const { ink, type, strike } = LOOKS[as];
  return primitives.flatMap((primitive): Primitive[] => {
    switch (primitive.kind) {
      case 'line':
      case 'arc':
      case 'outline':
      case 'run':
        return [{ ...primitive, ink, type, width: primitive.width + WIDER }];
      case 'text': {
        const { x, y, width, height, turn } = primitive;
        const along = (distance: number, up: number): Point => {
          const angle = (turn * Math.PI) / 180;
          return {
            x: x + distance * Math.cos(angle) - up * Math.sin(angle),
            y: y + distance * Math.sin(angle) + up * Math.cos(angle),
          };
        };
        const line: LinePrimitive = {
          kind: 'line',
          source: primitive.source,
          layer: primitive.layer,
          ink,
          width: STRIKE,
          type: 'continuous',
          from: along(0, height * strike),
          to: along(width, height * strike),
        };
        return [{ ...primitive, ink }, line];
      }
      default:
        return [{ ...primitive, ink }];
    }
  });
}
