import { fontFamily } from '../lettering/fonts';
import type { Segment } from '../picture/picture';
import { cutOff } from '../scene/image-clip';
import { DASHES, type ImagePrimitive, type Primitive, type Scene, type TextPrimitive } from '../scene/scene';

/** The font size at which text is set before it is scaled: at millimetre sizes browsers round advances. */
export const SETTING_SIZE = 100;

/** An SVG element as data: what the file writer prints and the screen mounts. y runs down, in mm. */
export interface SvgElement {
  tag: 'line' | 'path' | 'polygon' | 'polyline' | 'text' | 'image';
  attributes: Record<string, string | number>;
  /** The text of a text element. */
  text?: string;
}

export const round = (value: number) => Math.round(value * 1e6) / 1e6;

/**
 * One primitive as an SVG element on a sheet of the given height.
 *
 * @param pictureAddress where a raster picture is found by its hash
 */
export function svgElement(
  primitive: Primitive,
  sheetHeight: number,
  pictureAddress: (hash: string) => string,
): SvgElement {
  const y = (value: number) => round(sheetHeight - value);
  switch (primitive.kind) {
    case 'line':
      return {
        tag: 'line',
        attributes: {
          x1: round(primitive.from.x),
          y1: y(primitive.from.y),
          x2: round(primitive.to.x),
          y2: y(primitive.to.y),
          ...stroke(primitive),
        },
      };
    case 'outline':
      return {
        tag: 'polygon',
        attributes: { points: points(primitive.points, y), fill: 'none', ...stroke(primitive) },
      };
    case 'run':
      return {
        tag: 'polyline',
        attributes: { points: points(primitive.points, y), fill: 'none', ...stroke(primitive) },
      };
    case 'fill':
      return { tag: 'polygon', attributes: { points: points(primitive.points, y), fill: primitive.ink } };
    case 'arc':
      return { tag: 'path', attributes: { d: arcPath(primitive, round, y, 1), fill: 'none', ...stroke(primitive) } };
    case 'path':
      return {
        tag: 'path',
        attributes: {
          d: outlinePath(primitive.segments, round, y),
          fill: primitive.fill ?? 'none',
          ...(primitive.evenOdd && { 'fill-rule': 'evenodd' }),
          ...(primitive.stroke !== undefined && { stroke: primitive.ink, 'stroke-width': round(primitive.stroke) }),
        },
      };
    case 'image':
      return imageElement(primitive, y(primitive.y), pictureAddress);
    case 'text':
      return textElement(primitive, y(primitive.y));
  }
}

/** Outline segments as path data; `x` and `y` map sheet coordinates. */
export function outlinePath(
  segments: readonly Segment[],
  x: (value: number) => number,
  y: (value: number) => number,
): string {
  return segments
    .map(([command, ...values]) => command + values.map((value, i) => (i % 2 === 0 ? x(value) : y(value))).join(' '))
    .join('');
}

function imageElement(image: ImagePrimitive, y: number, pictureAddress: (hash: string) => string): SvgElement {
  const { width, height, turn } = image;
  const cut = cutOff(image);
  const inset = cut && [cut.top, cut.right, cut.bottom, cut.left].map((side) => `${round(side)}px`).join(' ');
  return {
    tag: 'image',
    attributes: {
      href: pictureAddress(image.hash),
      width: round(width),
      height: round(height),
      preserveAspectRatio: 'none',
      transform: `translate(${round(image.x)} ${y})${turn === 0 ? '' : ` rotate(${-turn})`} translate(0 ${round(-height)})`,
      ...(inset && { style: `clip-path:inset(${inset})` }),
    },
  };
}

function points(list: { x: number; y: number }[], y: (value: number) => number): string {
  return list.map((point) => `${round(point.x)},${y(point.y)}`).join(' ');
}

function stroke({ ink, width, type }: { ink: string; width: number; type: keyof typeof DASHES }) {
  const dashes = DASHES[type].map((length) => round(length * width));
  return { stroke: ink, 'stroke-width': width, ...(dashes.length > 0 && { 'stroke-dasharray': dashes.join(' ') }) };
}

/** An arc as path data; `x` and `y` map sheet coordinates, `scale` lengths. */
export function arcPath(
  { centre, radius, fromDeg, toDeg }: Extract<Primitive, { kind: 'arc' }>,
  x: (value: number) => number,
  y: (value: number) => number,
  scale: number,
): string {
  const r = radius * scale;
  const at = (deg: number) => {
    const angle = (deg * Math.PI) / 180;
    return `${x(centre.x + radius * Math.cos(angle))} ${y(centre.y + radius * Math.sin(angle))}`;
  };
  const sweep = toDeg - fromDeg;
  if (sweep >= 360) return `M ${at(0)} A ${r} ${r} 0 1 0 ${at(180)} A ${r} ${r} 0 1 0 ${at(360)} Z`;
  return `M ${at(fromDeg)} A ${r} ${r} 0 ${sweep > 180 ? 1 : 0} 0 ${at(toDeg)}`;
}

function textElement(run: TextPrimitive, y: number): SvgElement {
  return {
    tag: 'text',
    text: run.text,
    attributes: {
      transform: textTransform(run, y),
      'font-family': fontFamily(run.font),
      'font-size': SETTING_SIZE,
      ...textPaint(run),
      'xml:space': 'preserve',
    },
  };
}

/** Where a run stands, how it is turned and leans, and the scale that makes a font size of {@link SETTING_SIZE} its own. */
export function textTransform(run: TextPrimitive, y: number): string {
  const scale = run.emSize / SETTING_SIZE;
  const transform = [
    `translate(${round(run.x)} ${y})`,
    run.turn === 0 ? '' : `rotate(${-run.turn})`,
    run.slantDeg === 0 ? '' : `skewX(${-run.slantDeg})`,
    `scale(${round(scale * run.letterWidth)} ${round(scale)})`,
  ];
  return transform.filter(Boolean).join(' ');
}

/** The ink of a run, and the line about bold letters. */
export function textPaint({ ink, bold, emSize }: TextPrimitive): SvgElement['attributes'] {
  if (bold === undefined) return { fill: ink };
  return { fill: ink, stroke: ink, 'stroke-width': round((bold * SETTING_SIZE) / emSize), 'stroke-linejoin': 'round' };
}

/** How sheet text is set everywhere: as lettering standards space characters. */
export const SHEET_TEXT_STYLE =
  'font-kerning:none;font-variant-ligatures:none;text-rendering:geometricPrecision;white-space:pre';

/** The ids of the fonts a scene sets text in. */
export function fontsUsed(scene: Scene): string[] {
  return [...new Set(scene.primitives.flatMap((primitive) => (primitive.kind === 'text' ? [primitive.font] : [])))];
}
