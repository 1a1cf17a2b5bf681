import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { type Outcome, refuse } from '../refusal';
import type { PictureData, Segment, VectorPath } from './picture';

/** An element as the parser gives it: its name with its children, and its attributes under `:@`. */
type Node = Record<string, unknown> & { ':@'?: Record<string, string> };

interface Look {
  fill: string | undefined;
  stroke: string | undefined;
  strokeWidth: number;
  evenOdd: boolean;
}

const MOST_PATHS = 20_000;
const MOST_POINTS = 200_000;

/**
 * Reads an SVG picture into outlines: paths and the basic shapes with their transforms, fills and strokes. Scripts, styles
 * from elsewhere, references and whatever else is no outline are not taken over.
 *
 * @returns the picture, and what was left out, in words
 */
export function readSvgPicture(text: string): Outcome<{ picture: PictureData; leftOut: string[] }> {
  if (/<!ENTITY/i.test(text)) return refuse('The SVG defines entities; save it without them.');
  let nodes: Node[];
  try {
    nodes = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: false,
    }).parse(text) as Node[];
  } catch (error) {
    return refuse(`The SVG cannot be read: ${(error as Error).message}.`);
  }
  const root = nodes.find((node) => 'svg' in node);
  if (!root) return refuse('This is no SVG picture: it has no svg element.');
  const attributes = root[':@'] ?? {};
  const box = viewBox(attributes);
  if (!box) return refuse('The SVG has neither a viewBox nor a width and height, so its proportions are unknown.');
  const reader = new Reader();
  const ink: Look = { fill: '#000000', stroke: undefined, strokeWidth: 1, evenOdd: false };
  reader.children(root.svg as Node[], `translate(${-box.x} ${-box.y})`, lookOf(attributes, ink), 0);
  if (reader.paths.length === 0) {
    const why =
      reader.leftOut.size > 0 ? ` It holds ${[...reader.leftOut].join(', ')} only; convert that to outlines.` : '';
    return refuse(`The SVG has no outlines to print.${why}`);
  }
  if (reader.paths.length > MOST_PATHS) return refuse(`The SVG has more than ${MOST_PATHS} outlines; simplify it.`);
  const points = reader.paths.reduce((sum, { segments }) => sum + segments.length, 0);
  if (points > MOST_POINTS)
    return refuse(`The SVG has ${points} points; at most ${MOST_POINTS} are taken. Simplify it.`);
  return {
    ok: true,
    picture: { kind: 'vector', width: box.width, height: box.height, paths: reader.paths },
    leftOut: [...reader.leftOut],
  };
}

function viewBox(
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
const SILENT = new Set([
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
const DEEPEST = 60;

class Reader {
  readonly paths: VectorPath[] = [];
  readonly leftOut = new Set<string>();

  children(nodes: Node[], transform: string, look: Look, depth: number): void {
    if (depth > DEEPEST) {
      this.leftOut.add('groups nested too deep');
      return;
    }
    for (const node of nodes) {
      const name = Object.keys(node).find((key) => key !== ':@');
      if (name === undefined || SILENT.has(name) || name.includes(':')) continue;
      const attributes = node[':@'] ?? {};
      const own = lookOf(attributes, look);
      const placed = attributes.transform ? `${transform} ${attributes.transform}` : transform;
      if (/display\s*:\s*none/.test(attributes.style ?? '') || attributes.display === 'none') continue;
      if (name === 'g' || name === 'a' || name === 'svg' || name === 'switch')
        this.children(node[name] as Node[], placed, own, depth + 1);
      else {
        const d = outline(name, attributes);
        if (d === undefined)
          this.leftOut.add(
            name === 'script'
              ? 'scripts'
              : name === 'image'
                ? 'pictures'
                : name === 'text'
                  ? 'texts'
                  : name === 'use'
                    ? 'references'
                    : `${name} elements`,
          );
        else if (d !== '') this.add(d, placed, own);
      }
    }
  }

  private add(d: string, transform: string, { fill, stroke, strokeWidth, evenOdd }: Look): void {
    if (!fill && !stroke) return;
    const segments = absolute(d, transform);
    if (segments.length < 2) return;
    const width = strokeWidth * scaleOf(transform);
    this.paths.push({
      segments,
      ...(fill && { fill }),
      ...(fill && evenOdd && { evenOdd: true }),
      ...(stroke && width > 0 && { stroke: { colour: stroke, width } }),
    });
  }
}

/** The path data of a shape; undefined for what is no shape. */
function outline(name: string, a: Record<string, string>): string | undefined {
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
function absolute(d: string, transform: string): Segment[] {
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

/** How much a transform enlarges lengths, on the average. */
function scaleOf(transform: string): number {
  const ends: [number, number][] = [];
  svgpath('M0 0L1 0L0 1')
    .transform(transform)
    .abs()
    .iterate((segment) => {
      ends.push([segment[1] as number, segment[2] as number]);
    });
  const [o, x, y] = ends;
  if (!o || !x || !y) return 1;
  const a = Math.hypot(x[0] - o[0], x[1] - o[1]);
  const b = Math.hypot(y[0] - o[0], y[1] - o[1]);
  return Math.sqrt(a * b);
}

function lookOf(attributes: Record<string, string>, inherited: Look): Look {
  const style = Object.fromEntries(
    (attributes.style ?? '').split(';').flatMap((rule) => {
      const [name, value] = rule.split(':');
      return name && value ? [[name.trim(), value.trim()]] : [];
    }),
  ) as Record<string, string>;
  const value = (name: string) => style[name] ?? attributes[name];
  const paint = (name: 'fill' | 'stroke') => {
    const given = value(name);
    return given === undefined || given === 'inherit' ? inherited[name] : colour(given, inherited[name]);
  };
  const width = value('stroke-width');
  const rule = value('fill-rule');
  return {
    fill: paint('fill'),
    stroke: paint('stroke'),
    strokeWidth: width === undefined ? inherited.strokeWidth : parseFloat(width) || 0,
    evenOdd: rule === undefined ? inherited.evenOdd : rule === 'evenodd',
  };
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
function colour(given: string, current: string | undefined): string | undefined {
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
