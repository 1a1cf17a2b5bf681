import svgpath from 'svgpath';
import type { Point } from '../../geometry/box';
import { flattened } from '../../picture/flattening';
import type { Segment } from '../../picture/picture';
import { SILENT, absolute, colour, outline, viewBox } from '../../picture/svg-shapes';
import type { LineType } from '../../format/document';
import { type Outcome, refuse } from '../../refusal';
import { type Affine, after, growth, keepsCircles, mapped, moved, scaledBy } from './affine';
import { type Drawn, LARGEST_DRAWING, MOST_DRAWN, type ReadDrawing, Tally } from './drawn';
import { placedText } from './placed-text';
import { type SvgNode, svgTree } from './svg-tree';

/** mm of one unit of a length with a unit (CSS Values, 6.2). */
const MM: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 };

/** How strongly a height of letters follows from a font's size, where the font is not known: as in most fonts without serifs. */
const USUAL_CAPITALS = 0.716;

/** Deepest chain of references. */
const DEEPEST = 60;

class TooMany extends Error {}

/**
 * Reads an SVG as a drawing into neutral figures: style sheets, inherited looks, references and transforms resolved, texts kept as texts.
 * Scripts, references to elsewhere and raster pictures are not taken over and counted.
 *
 * @param capitals the height of a capital letter as a share of the font's size, for fonts that are known by their family's name
 * @returns the drawing in its own unit, y up, its lower left corner at the origin
 */
export function readSvgDrawing(
  text: string,
  capitals: (family: string) => number | undefined = () => undefined,
): Outcome<{ drawing: ReadDrawing }> {
  if (text.length > LARGEST_DRAWING)
    return refuse(
      `The SVG has ${Math.round(text.length / 1048576)} MB; at most ${LARGEST_DRAWING / 1048576} MB are read.`,
    );
  const tree = svgTree(text);
  if (!tree.ok) return tree;
  const { root } = tree;
  const box = viewBox(root.attributes);
  if (!box) return refuse('The SVG has neither a viewBox nor a width and height, so its size is unknown.');
  const reader = new Reader(root, capitals);
  try {
    reader.children(root, {
      map: after(scaledBy(1, -1), moved(-box.x, -(box.y + box.height))),
      look: BLACK,
      depth: 0,
      layer: '',
    });
  } catch (error) {
    if (error instanceof TooMany)
      return refuse(
        `The SVG has more than ${MOST_DRAWN.toLocaleString('en')} lines and points; simplify it or save the sheet alone.`,
      );
    throw error;
  }
  if (reader.drawn.length === 0) return refuse('The SVG is empty: nothing in it has lines or texts.');
  const mmPerUnit = mmOf(root.attributes.width, box.width);
  const space = {
    name: 'Drawing',
    kind: 'paper' as const,
    paper: { x: 0, y: 0, width: box.width, height: box.height },
    ...(mmPerUnit && { mmPerUnit }),
    drawn: reader.drawn,
  };
  return {
    ok: true,
    drawing: {
      from: 'svg',
      ...(mmPerUnit && { mmPerUnit }),
      spaces: [space],
      leftOut: reader.leftOut.list(),
      remarks: [],
    },
  };
}

/** mm of one unit of the drawing, when its width says a length of paper; pixels say nothing. */
function mmOf(width: string | undefined, units: number): number | undefined {
  const match = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*(mm|cm|in|pt|pc)\s*$/i.exec(width ?? '');
  const mm = match && Number(match[1]) * MM[match[2]!.toLowerCase()]!;
  return mm ? mm / units : undefined;
}

interface Look {
  fill: string | undefined;
  stroke: string | undefined;
  strokeWidth: number;
  dashes: string;
  fontSize: number;
  family: string;
  weight: string;
  slanted: boolean;
  anchor: string;
  baseline: string;
  color: string;
}

const BLACK: Look = {
  fill: '#000000',
  stroke: undefined,
  strokeWidth: 1,
  dashes: 'none',
  fontSize: 16,
  family: '',
  weight: 'normal',
  slanted: false,
  anchor: 'start',
  baseline: 'auto',
  color: '#000000',
};

interface Around {
  map: Affine;
  look: Look;
  depth: number;
  layer: string;
}

class Reader {
  readonly drawn: Drawn[] = [];
  readonly leftOut = new Tally();
  private readonly byId = new Map<string, SvgNode>();
  private readonly open = new Set<SvgNode>();
  private points = 0;

  constructor(
    root: SvgNode,
    private readonly capitals: (family: string) => number | undefined,
  ) {
    const note = (node: SvgNode) => {
      if (node.attributes.id !== undefined && !this.byId.has(node.attributes.id))
        this.byId.set(node.attributes.id, node);
      node.children.forEach(note);
    };
    note(root);
  }

  children(node: SvgNode, around: Around): void {
    for (const child of node.children) if (!child.name.startsWith('#')) this.element(child, around);
  }

  private element(node: SvgNode, around: Around): void {
    const { name, attributes } = node;
    if (SILENT.has(name) || name === 'style' || name.includes(':')) return;
    const look = lookOf(node, around.look);
    if (!look) {
      this.leftOut.add('hidden figures');
      return;
    }
    const layer = attributes.id ?? around.layer;
    const own: Around = { map: after(around.map, affineOf(attributes.transform)), look, depth: around.depth, layer };
    switch (name) {
      case 'g':
      case 'a':
      case 'switch':
        this.children(node, own);
        break;
      case 'svg':
        this.children(node, {
          ...own,
          map: after(own.map, after(moved(number(attributes.x), number(attributes.y)), fitted(attributes))),
        });
        break;
      case 'use':
        this.use(node, own);
        break;
      case 'text':
        this.text(node, own);
        break;
      case 'circle':
        this.circle(attributes, own);
        break;
      case 'image':
        this.leftOut.add('raster pictures');
        break;
      case 'script':
        this.leftOut.add('scripts');
        break;
      case 'foreignObject':
        this.leftOut.add('embedded objects');
        break;
      default: {
        const d = outline(name, attributes);
        if (d === undefined) this.leftOut.add(`${name} elements`);
        else if (d !== '') this.path(d, own);
      }
    }
  }

  private use({ attributes }: SvgNode, around: Around): void {
    const address = attributes.href ?? attributes['xlink:href'] ?? '';
    if (!address.startsWith('#')) {
      this.leftOut.add('references to elsewhere');
      return;
    }
    const target = this.byId.get(address.slice(1));
    if (!target) {
      this.leftOut.add('references to nothing');
      return;
    }
    if (this.open.has(target) || around.depth >= DEEPEST) {
      this.leftOut.add('references that hold themselves');
      return;
    }
    this.open.add(target);
    const map = after(around.map, moved(number(attributes.x), number(attributes.y)));
    const inner = { ...around, map, depth: around.depth + 1 };
    if (target.name === 'symbol') {
      const look = lookOf(target, around.look);
      if (look)
        this.children(target, {
          ...inner,
          look,
          map: after(map, fitted({ ...target.attributes, ...sized(attributes) })),
        });
    } else this.element(target, inner);
    this.open.delete(target);
  }

  private stroke({ look, map, layer }: Around) {
    const wide = look.strokeWidth * growth(map);
    return { layer, ink: onPaper(look.stroke!), type: dashed(look.dashes), within: [], wide };
  }

  private circle(attributes: Record<string, string>, around: Around): void {
    const radius = number(attributes.r);
    const { look, map } = around;
    if (radius <= 0) return;
    if ((look.fill && !isWhite(look.fill)) || !look.stroke || !keepsCircles(map)) {
      this.path(outline('circle', attributes)!, around);
      return;
    }
    const centre = mapped(map, { x: number(attributes.cx), y: number(attributes.cy) });
    this.push({ kind: 'arc', centre, radius: radius * growth(map), fromDeg: 0, toDeg: 360, ...this.stroke(around) });
  }

  private path(d: string, around: Around): void {
    const { look, map, layer } = around;
    if (!look.fill && !look.stroke) return;
    this.count(Math.floor(d.length / 24));
    const segments = absolute(d, '');
    // Curves stray by no more than a thousandth of the drawing's usual size.
    const within = 0.01 / Math.max(1e-9, growth(map));
    if (look.fill && !isWhite(look.fill)) {
      const outlines = flattened(segments, within)
        .filter(({ points }) => enclosed(points) > 1e-9)
        .map(({ points }) => points.map((p) => mapped(map, p)));
      if (outlines.length > 0) this.push({ kind: 'fill', outlines, layer, ink: look.fill, within: [] });
    }
    if (!look.stroke) return;
    const common = this.stroke(around);
    let start: Point = { x: 0, y: 0 };
    let here = start;
    const line = (to: Point) => {
      if (to.x !== here.x || to.y !== here.y)
        this.push({ kind: 'line', from: mapped(map, here), to: mapped(map, to), ...common });
      here = to;
    };
    let curve: Segment[] = [];
    const endCurve = () => {
      const [run] = flattened(curve, within);
      if (run) this.push({ kind: 'run', points: run.points.map((p) => mapped(map, p)), ...common });
      curve = [];
    };
    for (const segment of segments) {
      if (segment[0] === 'C') {
        if (curve.length === 0) curve.push(['M', here.x, here.y]);
        curve.push(segment);
        here = { x: segment[5], y: segment[6] };
        continue;
      }
      endCurve();
      if (segment[0] === 'M') start = here = { x: segment[1], y: segment[2] };
      else if (segment[0] === 'L') line({ x: segment[1], y: segment[2] });
      else line(start);
    }
    endCurve();
  }

  /** A text, in the pieces in which it is placed. */
  private text(node: SvgNode, around: Around): void {
    interface Piece {
      text: string;
      x: number;
      y: number;
      look: Look;
    }
    const pieces: Piece[] = [];
    const pen = { x: 0, y: 0 };
    const visit = (one: SvgNode, look: Look) => {
      if (one.name === '#text') {
        const last = pieces.at(-1);
        const text = one.text.replace(/\s+/g, ' ');
        if (last) last.text += text;
        else pieces.push({ text, ...pen, look });
        return;
      }
      const { attributes } = one;
      const places = ['x', 'y', 'dx', 'dy'].some((key) => attributes[key] !== undefined);
      if (places) {
        if (attributes.x !== undefined) pen.x = number(attributes.x);
        if (attributes.y !== undefined) pen.y = number(attributes.y);
        pen.x += length(attributes.dx, look.fontSize);
        pen.y += length(attributes.dy, look.fontSize);
        pieces.push({ text: '', ...pen, look });
      }
      for (const child of one.children) {
        if (child.name === '#text') visit(child, look);
        else if (child.name === 'tspan' || child.name === 'textPath' || child.name === 'a') {
          const own = lookOf(child, look);
          if (own) visit(child, own);
        }
      }
    };
    if (['x', 'y', 'dx', 'dy'].every((key) => node.attributes[key] === undefined))
      pieces.push({ text: '', ...pen, look: around.look });
    visit(node, around.look);
    const flipped = after(around.map, scaledBy(1, -1));
    for (const { text, x, y, look } of pieces) {
      if (text.trim() === '' || !look.fill) continue;
      const family = look.family.split(',')[0]!.replace(/["']/g, '').trim();
      const placed = placedText(
        {
          text: text.trim(),
          at: { x, y: -y },
          across: look.anchor === 'middle' ? 'centre' : look.anchor === 'end' ? 'right' : 'left',
          up: /central|middle/.test(look.baseline) ? 'middle' : /hanging|before/.test(look.baseline) ? 'top' : 'base',
          height: look.fontSize * (this.capitals(family) ?? USUAL_CAPITALS),
          turn: 0,
          letterWidth: 1,
          slantDeg: look.slanted ? 15 : 0,
          bold: /bold|[6-9]00/.test(look.weight),
          font: family,
        },
        flipped,
      );
      if (placed.height > 0)
        this.push({ kind: 'text', ...placed, layer: around.layer, ink: onPaper(look.fill), within: [] });
    }
  }

  private count(points: number): void {
    this.points += points;
    if (this.points > MOST_DRAWN) throw new TooMany();
  }

  private push(drawn: Drawn): void {
    this.count(1);
    this.drawn.push(drawn);
  }
}

/** The area within some points. */
const enclosed = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce(
      (sum, { x, y }, i) => sum + x * points[(i + 1) % points.length]!.y - points[(i + 1) % points.length]!.x * y,
      0,
    ),
  ) / 2;

const number = (text = '0'): number => parseFloat(text) || 0;
const length = (text = '0', em: number): number => (/em\s*$/.test(text) ? number(text) * em : number(text));
const isWhite = (ink: string): boolean => ink === '#ffffff';
const onPaper = (ink: string): string => (isWhite(ink) ? '#000000' : ink);

const sized = ({ width, height }: Record<string, string>) => ({ ...(width && { width }), ...(height && { height }) });

/** How an inner drawing or symbol is fitted into its width and height. */
function fitted(attributes: Record<string, string>): Affine {
  const box = attributes.viewBox === undefined ? undefined : viewBox(attributes);
  const [width, height] = [number(attributes.width), number(attributes.height)];
  if (!box || width <= 0 || height <= 0) return moved(-(box?.x ?? 0), -(box?.y ?? 0));
  const scale = Math.min(width / box.width, height / box.height);
  return after(
    moved((width - box.width * scale) / 2, (height - box.height * scale) / 2),
    after(scaledBy(scale, scale), moved(-box.x, -box.y)),
  );
}

/** A list of transforms as one map. */
function affineOf(transform: string | undefined): Affine {
  if (!transform?.trim()) return moved(0, 0);
  const ends: [number, number][] = [];
  svgpath('M0 0L1 0L0 1')
    .transform(transform)
    .abs()
    .iterate((segment) => {
      ends.push([segment[1] as number, segment[2] as number]);
    });
  const [o, x, y] = ends;
  if (!o || !x || !y || ![...o, ...x, ...y].every(Number.isFinite)) return moved(0, 0);
  return { a: x[0] - o[0], b: x[1] - o[1], c: y[0] - o[0], d: y[1] - o[1], e: o[0], f: o[1] };
}

/** The line type of ISO 128-2 that a pattern of dashes comes nearest to. */
function dashed(pattern: string): LineType {
  const lengths = pattern
    .split(/[\s,]+/)
    .map(parseFloat)
    .filter((one) => one >= 0);
  if (lengths.length === 0 || lengths.every((one) => one === 0)) return 'continuous';
  if (lengths.length <= 2) return 'dashed';
  return lengths.length <= 4 ? 'long-dashed dotted' : 'long-dashed double-dotted';
}

/** How an element looks: its own style, what style sheets say of it, its attributes, else what it stands in; undefined for a hidden one. */
function lookOf(node: SvgNode, inherited: Look): Look | undefined {
  const inline = Object.fromEntries(
    (node.attributes.style ?? '').split(';').flatMap((rule) => {
      const [name, ...value] = rule.split(':');
      return name && value.length > 0 ? [[name.trim(), value.join(':').trim()]] : [];
    }),
  ) as Record<string, string>;
  const value = (name: string): string | undefined => {
    const given = inline[name] ?? node.styles[name] ?? node.attributes[name];
    return given === 'inherit' ? undefined : given?.replace(/\s*!important\s*$/, '');
  };
  if (value('display') === 'none' || value('visibility') === 'hidden') return undefined;
  const color = colour(value('color') ?? inherited.color, inherited.color) ?? inherited.color;
  const paint = (name: 'fill' | 'stroke') => {
    const given = value(name);
    return given === undefined ? inherited[name] : colour(given, color);
  };
  const size = value('font-size') ?? /(\d*\.?\d+)(px|pt|mm|em)?(?=[\s/])/.exec(value('font') ?? '')?.[0];
  return {
    fill: paint('fill'),
    stroke: paint('stroke'),
    strokeWidth: number(value('stroke-width') ?? String(inherited.strokeWidth)),
    dashes: value('stroke-dasharray') ?? inherited.dashes,
    fontSize: size === undefined ? inherited.fontSize : length(size, inherited.fontSize),
    family: value('font-family') ?? inherited.family,
    weight: value('font-weight') ?? inherited.weight,
    slanted:
      /italic|oblique/.test(value('font-style') ?? '') || (value('font-style') === undefined && inherited.slanted),
    anchor: value('text-anchor') ?? inherited.anchor,
    baseline: value('dominant-baseline') ?? inherited.baseline,
    color,
  };
}
