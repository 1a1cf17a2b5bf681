import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { type Outcome, refuse } from '../refusal';
import type { PictureData, VectorPath } from './picture';
import { SILENT, absolute, colour, outline, viewBox } from './svg-shapes';

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
