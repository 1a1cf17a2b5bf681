import svgpath from 'svgpath';
import type { Segment } from './picture';

/** The path data of a shape; undefined for what is no shape. */
export function outline(name: string, a: Record<string, string>): string | undefined {
  const n = (key: string, fallback = 0) => (a[key] === undefined ? fallback : parseFloat(a[key]) || 0);
  switch (name) {
    case 'path':
      return a.d ?? '';
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'polyline':
    case 'polygon': {
      const points = a.points?.trim();
      return points ? `M${points}${name === 'polygon' ? 'Z' : ''}` : '';
    }
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
      return rx > 0 && ry > 0
        ? `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`
        : '';
    }
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      if (w <= 0 || h <= 0) return '';
      const rx = Math.min(w / 2, n('rx', n('ry')));
      const ry = Math.min(h / 2, n('ry', n('rx')));
      if (rx === 0 || ry === 0) return `M${x} ${y}h${w}v${h}h${-w}Z`;
      const arc = `a${rx} ${ry} 0 0 1 `;
      return `M${x + rx} ${y}h${w - 2 * rx}${arc}${rx} ${ry}v${h - 2 * ry}${arc}${-rx} ${ry}h${2 * rx - w}${arc}${-rx} ${-ry}v${2 * ry - h}${arc}${rx} ${-ry}Z`;
    }
    default:
      return undefined;
  }
}

/** Path data with its transform applied, as absolute moves, lines, cubic curves and closings. */
export function absolute(d: string, transform: string): Segment[] {
  const result: Segment[] = [];
  svgpath(d)
    .transform(transform)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _, x, y) => {
      const [command, ...v] = segment as [string, ...number[]];
      if (command === 'M' || command === 'L') result.push([command, v[0]!, v[1]!]);
      else if (command === 'H') result.push(['L', v[0]!, y]);
      else if (command === 'V') result.push(['L', x, v[0]!]);
      else if (command === 'C') result.push(['C', v[0]!, v[1]!, v[2]!, v[3]!, v[4]!, v[5]!]);
      else if (command === 'Q') {
        const [qx, qy, ex, ey] = v as [number, number, number, number];
        result.push([
          'C',
          x + ((qx - x) * 2) / 3,
          y + ((qy - y) * 2) / 3,
          ex + ((qx - ex) * 2) / 3,
          ey + ((qy - ey) * 2) / 3,
          ex,
          ey,
        ]);
      } else if (command === 'Z' || command === 'z') result.push(['Z']);
    });
  return result.every((segment) => segment.slice(1).every((value) => Number.isFinite(value))) ? result : [];
}

const NAMED: Record<string, string> = {
  black: '#000000',
  white: '#ffffff',
  red: '#ff0000',
  green: '#008000',
  blue: '#0000ff',
  gray: '#808080',
  grey: '#808080',
  navy: '#000080',
  silver: '#c0c0c0',
  maroon: '#800000',
  yellow: '#ffff00',
  orange: '#ffa500',
};

/** A colour as #rrggbb; undefined for none; black for a gradient or what is not known. */
export function colour(given: string, current: string | undefined): string | undefined {
  const text = given.toLowerCase();
  if (text === 'none' || text === 'transparent') return undefined;
  if (text === 'currentcolor') return current ?? '#000000';
  if (/^#[0-9a-f]{6}$/.test(text)) return text;
  if (/^#[0-9a-f]{3}$/.test(text)) return `#${[...text.slice(1)].map((digit) => digit + digit).join('')}`;
  const rgb = /^rgb\(\s*(\d+)\s*,\s*(\d+)\s*,\s*(\d+)\s*\)$/.exec(text);
  if (rgb)
    return `#${rgb
      .slice(1)
      .map((part) => Math.min(255, Number(part)).toString(16).padStart(2, '0'))
      .join('')}`;
  return NAMED[text] ?? '#000000';
}

/** Where the drawing of an SVG lies in its own units: its viewBox, else its width and height; undefined for one that says neither. */
export function viewBox(
  attributes: Record<string, string>,
): { x: number; y: number; width: number; height: number } | undefined {
  const numbers = attributes.viewBox
    ?.trim()
    .split(/[\s,]+/)
    .map(Number);
  if (numbers?.length === 4 && numbers.every(Number.isFinite) && numbers[2]! > 0 && numbers[3]! > 0) {
    return { x: numbers[0]!, y: numbers[1]!, width: numbers[2]!, height: numbers[3]! };
  }
  const [width, height] = [parseFloat(attributes.width ?? ''), parseFloat(attributes.height ?? '')];
  return width > 0 && height > 0 ? { x: 0, y: 0, width, height } : undefined;
}

/** Elements that draw nothing themselves and are passed over in silence. */
export const SILENT = new Set([
  '#text',
  '#comment',
  'title',
  'desc',
  'metadata',
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'marker',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
]);
