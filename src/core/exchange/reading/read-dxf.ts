import { type Dxf, type DxfBlock, type DxfEdge, type DxfEntity, type DxfPoint, colors, parseString } from 'dxf';
import type { LineType } from '../../format/document';
import type { Point } from '../../geometry/box';
import { type Outcome, refuse } from '../../refusal';
import {
  type Affine,
  IDENTITY,
  after,
  growth,
  isMirroring,
  keepsCircles,
  mapped,
  moved,
  scaledBy,
  turnedBy,
} from './affine';
import { type Drawn, type DrawnSpace, MOST_DRAWN, type ReadDrawing, Tally } from './drawn';
import { dxfText } from './dxf-bytes';
import { type DxfGroups, dxfGroups } from './dxf-groups';
import { ellipsePoints, splinePoints } from './dxf-curves';
import { linesOfText, textOfLine } from './dxf-texts';
import { type LooseText, placedText } from './placed-text';

/** mm of one unit by the number that a DXF gives it ($INSUNITS). */
const UNITS: Record<number, number> = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  8: 0.0000254,
  9: 0.0254,
  10: 914.4,
  13: 0.001,
  14: 100,
};

/** How deep blocks may stand in one another. */
const DEEPEST = 256;
/** Nothing on paper is so far away; what is says that the file is damaged. */
const FARTHEST = 1e9;

/**
 * Reads a DXF (text form, any version) into neutral figures: each layout and the model for itself, blocks opened as deep as they go with
 * their turned and mirrored references, attributes kept, colours, line weights and types resolved by layer and block.
 *
 * @returns the drawing, in its own unit; what it holds and cannot be taken over is counted
 */
export function readDxf(bytes: Uint8Array): Outcome<{ drawing: ReadDrawing }> {
  const decoded = dxfText(bytes);
  if (!decoded.ok) return decoded;
  const groups = dxfGroups(decoded.text);
  if (!groups.ok) return groups;
  let dxf: Dxf;
  try {
    dxf = parseString(guarded(decoded.text));
  } catch (error) {
    return refuse(`The drawing cannot be read: ${(error as Error).message}. Save it again as DXF of 2000 or later.`);
  }
  return new Opening(dxf, groups).drawing(decoded.remarks);
}

/** Words by which the reader of entities tells blocks and tables apart, whatever group they stand in. */
const RESERVED = /(\n\s*[1-9]\d*\r?\n)(BLOCK|ENDBLK|TABLE|ENDTAB)(?=\r?\n)/g;
const GUARD = '\u2060';

/** The text of a DXF in which no name or text can be taken for the beginning of a block or table. */
const guarded = (text: string): string => text.replace(RESERVED, `$1${GUARD}$2`);

const unguarded = (text: string): string => text.replaceAll(GUARD, '');

/** What an entity takes from what it stands in. */
interface Around {
  map: Affine;
  layer: string;
  ink: string;
  weight?: number | undefined;
  type: LineType;
  within: readonly string[];
}

class TooMany extends Error {}

/** Opens a drawing's blocks into figures. */
class Opening {
  private readonly blocks = new Map<string, DxfBlock>();
  private readonly leftOut = new Tally();
  private readonly open = new Set<string>();
  /** Points that splines go through. */
  private readonly through = new Map<DxfEntity, Point[]>();
  private count = 0;

  constructor(
    private readonly dxf: Dxf,
    private readonly groups: DxfGroups,
  ) {
    for (const block of dxf.blocks)
      if (block.name !== undefined) this.blocks.set(unguarded(block.name).toLowerCase(), block);
    let [nextAttribute, nextSpline] = [0, 0];
    for (const entity of [...dxf.blocks.flatMap(({ entities }) => entities), ...dxf.entities])
      if (entity.type === 'ATTRIB' || entity.type === 'ATTDEF')
        entity.text = { ...entity.text, ...groups.attributes[nextAttribute++] };
      else if (entity.type === 'SPLINE') this.through.set(entity, groups.splines[nextSpline++] ?? []);
  }

  drawing(remarks: string[]): Outcome<{ drawing: ReadDrawing }> {
    try {
      const mmPerUnit = UNITS[this.dxf.header.insUnits ?? 0];
      const spaces = this.spaces(mmPerUnit).filter(({ drawn }) => drawn.length > 0);
      const known = new Set([...DRAWN, ...SILENT]);
      for (const [type, count] of this.groups.types)
        if (!known.has(type)) this.leftOut.add(WORDS[type] ?? `${type} entities`, count);
      if (spaces.length === 0) return refuse('The drawing is empty: nothing in it has lines or texts.');
      return {
        ok: true,
        drawing: { from: 'dxf', ...(mmPerUnit && { mmPerUnit }), spaces, leftOut: this.leftOut.list(), remarks },
      };
    } catch (error) {
      if (error instanceof TooMany)
        return refuse(
          `With its blocks opened the drawing has more than ${MOST_DRAWN.toLocaleString('en')} figures. Save the sheet alone and read that.`,
        );
      throw error;
    }
  }

  private spaces(mmPerUnit: number | undefined): DrawnSpace[] {
    const model: DrawnSpace = { name: 'Model', kind: 'model', ...(mmPerUnit && { mmPerUnit }), drawn: [] };
    const active: DrawnSpace = { name: 'Paper', kind: 'paper', ...(mmPerUnit && { mmPerUnit }), drawn: [] };
    this.figures(
      this.dxf.entities.filter(({ paperSpace }) => !paperSpace),
      model.drawn,
    );
    this.figures(
      this.dxf.entities.filter(({ paperSpace }) => paperSpace),
      active.drawn,
    );
    const spaces = [model];
    const limits = this.limits();
    if (limits) model.paper = limits;
    for (const [name, { name: title, paper }] of this.groups.layouts) {
      if (/^\*model_space$/i.test(name)) continue;
      const space = /^\*paper_space$/i.test(name) ? active : { ...active, drawn: [] as Drawn[] };
      if (space !== active) this.figures(this.blocks.get(name.toLowerCase())?.entities ?? [], space.drawn);
      spaces.push(Object.assign(space, { name: title, ...(paper && { paper }) }));
    }
    if (!spaces.includes(active)) spaces.push(active);
    return spaces;
  }

  /** The limits of the model, where they have a size. */
  private limits() {
    const [x = 0, y = 0] = this.groups.header.get('$LIMMIN') ?? [];
    const [right = 0, top = 0] = this.groups.header.get('$LIMMAX') ?? [];
    return right > x && top > y ? { x, y, width: right - x, height: top - y } : undefined;
  }

  private figures(entities: readonly DxfEntity[], into: Drawn[]): void {
    this.add(entities, { map: IDENTITY, layer: '0', ink: '#000000', type: 'continuous', within: [] }, into);
  }

  private add(entities: readonly DxfEntity[], around: Around, into: Drawn[]): void {
    for (let i = 0; i < entities.length; i++) {
      const entity = entities[i]!;
      const attributes: DxfEntity[] = [];
      if (entity.type === 'INSERT')
        while (entities[i + 1]?.type === 'ATTRIB') {
          attributes.push(entities[i + 1]!);
          i++;
        }
      const layer = this.groups.layers.get(entity.layer ?? '0');
      if (entity.visible === false || (layer && (layer.isOff || !layer.isPrinted) && entity.type !== 'INSERT')) {
        this.leftOut.add(
          entity.visible === false
            ? 'hidden figures'
            : layer!.isOff
              ? 'figures on layers that are off'
              : 'figures on layers that are not printed',
        );
        continue;
      }
      if (entity.type === 'INSERT') this.insert(entity, attributes, around, into);
      else if (entity.type === 'DIMENSION') {
        if (entity.block !== undefined) this.block(entity.block, IDENTITY, this.look(entity, around), [], into);
      } else this.entity(entity, this.look(entity, around), into);
    }
  }

  /** How an entity looks: its own colour, weight and line type, else its layer's, else those of the block it stands in. */
  private look(entity: DxfEntity, around: Around): Around {
    const own = entity.handle === undefined ? undefined : this.groups.looks.get(entity.handle);
    const named = entity.layer === undefined || entity.layer === '0' ? around.layer : unguarded(entity.layer);
    const layer = this.groups.layers.get(named);
    const table = this.dxf.tables.layers[named];
    const number = entity.colorNumber ?? 256;
    const byLayer = layer?.colour ?? indexed(table?.colorNumber ?? 7);
    const ink = own?.colour ?? (number === 256 ? byLayer : number === 0 ? around.ink : indexed(number));
    const typeName = entity.lineTypeName;
    const { map, within } = around;
    const weight = own?.weight ?? layer?.weight ?? around.weight;
    const type =
      typeName === undefined || /^bylayer$/i.test(typeName)
        ? lineType(table?.lineTypeName)
        : /^byblock$/i.test(typeName)
          ? around.type
          : lineType(typeName);
    return { map, within, layer: named, ink: onPaper(ink), weight, type };
  }

  private insert(entity: DxfEntity, attributes: DxfEntity[], around: Around, into: Drawn[]): void {
    const name = unguarded(entity.block ?? '');
    const own = this.look(entity, around);
    const block = this.blocks.get(name.toLowerCase());
    if (!block) {
      this.leftOut.add('references to blocks that are not in the drawing');
      return;
    }
    const [columns, rows] = [clampCount(entity.columnCount), clampCount(entity.rowCount)];
    const turn = turnedBy(entity.rotation ?? 0);
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const step = mapped(turn, { x: column * (entity.columnSpacing ?? 0), y: row * (entity.rowSpacing ?? 0) });
        const placed = [
          moved((entity.x ?? 0) + step.x, (entity.y ?? 0) + step.y),
          turn,
          scaledBy(entity.scaleX ?? 1, entity.scaleY ?? 1),
          moved(-(block.x ?? 0), -(block.y ?? 0)),
        ].reduce(after, extruded(entity));
        this.block(name, placed, own, attributes, into);
      }
    const prompts = new Map(
      block.entities.flatMap(({ type, tag, prompt }) =>
        type === 'ATTDEF' && tag !== undefined && prompt ? [[tag, prompt] as const] : [],
      ),
    );
    const within = [...around.within, name];
    for (const attribute of attributes) {
      const text = textOfLine(attribute.text ?? {}, this.dxf.tables.styles);
      const prompt = attribute.tag === undefined ? undefined : prompts.get(attribute.tag);
      // What an attribute says stands where it says, in the coordinates of what its reference stands in.
      this.text(
        {
          ...text,
          attribute: {
            tag: unguarded(attribute.tag ?? ''),
            ...(prompt && { prompt }),
            isEmpty: text.text.trim() === '',
          },
        },
        { ...this.look(attribute, own), within },
        into,
      );
    }
  }

  private block(name: string, map: Affine, around: Around, filled: readonly DxfEntity[], into: Drawn[]): void {
    const key = unguarded(name).toLowerCase();
    const block = this.blocks.get(key);
    if (!block) return;
    if (this.open.has(key) || this.open.size >= DEEPEST) {
      this.leftOut.add(this.open.has(key) ? 'blocks that hold themselves' : `blocks more than ${DEEPEST} deep`);
      return;
    }
    this.open.add(key);
    const tags = new Set(filled.map(({ tag }) => tag));
    const entities =
      tags.size === 0 ? block.entities : block.entities.filter(({ type, tag }) => type !== 'ATTDEF' || !tags.has(tag));
    this.add(entities, { ...around, map: after(around.map, map), within: [...around.within, unguarded(name)] }, into);
    this.open.delete(key);
  }

  private entity(entity: DxfEntity, around: Around, into: Drawn[]): void {
    const isOnBack = entity.extrusionZ !== undefined && entity.extrusionZ < 0;
    const own = isOnBack ? { ...around, map: after(around.map, extruded(entity)) } : around;
    switch (entity.type) {
      case 'LINE':
        this.line(point(entity.start), point(entity.end), around, into, entity);
        break;
      case 'LWPOLYLINE':
      case 'POLYLINE':
        if (entity.polygonMesh || entity.polyfaceMesh) this.leftOut.add('meshes');
        else this.polyline(entity.vertices ?? [], entity.closed === true, own, into, entity);
        break;
      case 'CIRCLE':
        this.arc(point(entity), entity.r ?? 0, 0, 360, own, into, entity);
        break;
      case 'ARC': {
        // The reader gives angles in radians.
        const from = ((entity.startAngle ?? 0) * 180) / Math.PI;
        const to = ((entity.endAngle ?? 0) * 180) / Math.PI;
        this.arc(point(entity), entity.r ?? 0, from, to > from ? to : to + 360, own, into, entity);
        break;
      }
      case 'ELLIPSE':
      case 'SPLINE':
        this.curve(entity, around, into);
        break;
      case 'SOLID': {
        const [a, b, c, d] = (entity.corners ?? []).map(point);
        if (a && b && c) this.fill([d ? [a, b, d, c] : [a, b, c]], own, into);
        break;
      }
      case 'HATCH':
        if (entity.fillType === 'SOLID')
          this.fill(
            (entity.boundary?.loops ?? []).map(({ entities }) => entities.flatMap(outlineOf)),
            own,
            into,
          );
        else this.leftOut.add('hatchings');
        break;
      case 'TEXT':
        this.text(textOfLine(entity, this.dxf.tables.styles), own, into);
        break;
      case 'MTEXT':
        for (const line of linesOfText(entity, this.dxf.tables.styles)) this.text(line, around, into);
        break;
      case 'ATTDEF': {
        const text = textOfLine(entity.text ?? {}, this.dxf.tables.styles);
        const tag = unguarded(entity.tag ?? '');
        const prompt = entity.prompt ? { prompt: entity.prompt } : {};
        // A constant one (bit 2) is a text that nobody fills in.
        const isConstant = ((entity.attributeFlags ?? 0) & 2) !== 0;
        this.text(isConstant ? text : { ...text, attribute: { tag, ...prompt, isEmpty: true } }, own, into);
        break;
      }
      default:
    }
  }

  private push(drawn: Drawn, into: Drawn[]): void {
    if (++this.count > MOST_DRAWN) throw new TooMany();
    into.push(drawn);
  }

  private common({ layer, ink, weight, type, within, map }: Around, entity?: DxfEntity) {
    const wide = entity?.handle === undefined ? undefined : this.groups.looks.get(entity.handle)?.wide;
    return {
      layer,
      ink,
      type,
      within,
      ...(weight !== undefined && { width: weight }),
      ...(wide !== undefined && { wide: wide * growth(map) }),
    };
  }

  private line(from: Point, to: Point, around: Around, into: Drawn[], entity?: DxfEntity): void {
    const [a, b] = [mapped(around.map, from), mapped(around.map, to)];
    if (!this.isSomewhere(a, b)) return;
    this.push({ kind: 'line', from: a, to: b, ...this.common(around, entity) }, into);
  }

  private arc(
    centre: Point,
    radius: number,
    fromDeg: number,
    toDeg: number,
    around: Around,
    into: Drawn[],
    entity?: DxfEntity,
  ): void {
    const { map } = around;
    if (!this.isSomewhere(centre, { x: radius, y: fromDeg }, { x: toDeg, y: 0 }) || radius <= 0) return;
    if (!keepsCircles(map)) {
      const steps = Math.max(8, Math.ceil((toDeg - fromDeg) / 5));
      const points = Array.from({ length: steps + 1 }, (_, i) =>
        mapped(map, onCircle(centre, radius, fromDeg + ((toDeg - fromDeg) * i) / steps)),
      );
      this.run(points, around, into, entity);
      return;
    }
    const turn = (Math.atan2(map.b, map.a) * 180) / Math.PI;
    const whole = toDeg - fromDeg >= 360 - 1e-9;
    const [from, to] = isMirroring(map) ? [turn - toDeg, turn - fromDeg] : [turn + fromDeg, turn + toDeg];
    const [start, end] = whole ? [0, 360] : [normal(from), normal(from) + (to - from)];
    const at = mapped(map, centre);
    if (!this.isSomewhere(at)) return;
    this.push(
      {
        kind: 'arc',
        centre: at,
        radius: radius * growth(map),
        fromDeg: start,
        toDeg: end,
        ...this.common(around, entity),
      },
      into,
    );
  }

  private polyline(
    vertices: readonly DxfPoint[],
    closed: boolean,
    around: Around,
    into: Drawn[],
    entity: DxfEntity,
  ): void {
    const count = closed ? vertices.length : vertices.length - 1;
    for (let i = 0; i < count; i++) {
      const [from, to] = [vertices[i]!, vertices[(i + 1) % vertices.length]!];
      const [a, b] = [point(from), point(to)];
      if (!from.bulge) this.line(a, b, around, into, entity);
      else {
        const arc = bulged(a, b, from.bulge);
        this.arc(arc.centre, arc.radius, arc.fromDeg, arc.toDeg, around, into, entity);
      }
    }
  }

  private curve(entity: DxfEntity, around: Around, into: Drawn[]): void {
    const points =
      entity.type === 'ELLIPSE' ? ellipsePoints(entity) : splinePoints(entity, this.through.get(entity) ?? []);
    if (points.length < 2) this.leftOut.add('curves without points');
    else
      this.run(
        points.map((p) => mapped(around.map, p)),
        around,
        into,
        entity,
      );
  }

  private run(points: Point[], around: Around, into: Drawn[], entity?: DxfEntity): void {
    if (this.isSomewhere(...points)) this.push({ kind: 'run', points, ...this.common(around, entity) }, into);
  }

  private fill(outlines: Point[][], { map, layer, ink, within }: Around, into: Drawn[]): void {
    const placed = outlines.filter(({ length }) => length > 2).map((outline) => outline.map((p) => mapped(map, p)));
    if (placed.length > 0 && placed.every((outline) => this.isSomewhere(...outline)))
      this.push({ kind: 'fill', outlines: placed, layer, ink, within }, into);
  }

  private text(text: LooseText, { map, layer, ink, within }: Around, into: Drawn[]): void {
    if (text.text.trim() === '' && !text.attribute) return;
    const placed = placedText(text, map);
    if (!this.isSomewhere(placed.at, { x: placed.height, y: placed.turn })) return;
    if (!(placed.height > 0)) {
      this.leftOut.add('texts without a height');
      return;
    }
    this.push({ kind: 'text', ...placed, text: unguarded(placed.text), layer, ink, within }, into);
  }

  private isSomewhere(...points: readonly Point[]): boolean {
    const known = points.every(({ x, y }) => Math.abs(x) < FARTHEST && Math.abs(y) < FARTHEST);
    if (!known) this.leftOut.add('figures whose numbers make no sense');
    return known;
  }
}

/** Entities that become figures, and those that are read with others or mean nothing on paper. */
const DRAWN = [
  'LINE',
  'LWPOLYLINE',
  'POLYLINE',
  'CIRCLE',
  'ARC',
  'ELLIPSE',
  'SPLINE',
  'SOLID',
  'HATCH',
  'TEXT',
  'MTEXT',
  'ATTDEF',
  'ATTRIB',
  'INSERT',
  'DIMENSION',
];
const SILENT = ['BLOCK', 'ENDBLK', 'VERTEX', 'SEQEND'];
const WORDS: Record<string, string> = {
  VIEWPORT: 'windows onto the model',
  POINT: 'points',
  IMAGE: 'raster pictures',
  OLE2FRAME: 'embedded objects',
  LEADER: 'leaders',
  MLEADER: 'leaders',
  MULTILEADER: 'leaders',
  '3DFACE': 'faces of solids',
  '3DSOLID': 'solids',
  WIPEOUT: 'covers',
  TOLERANCE: 'tolerance frames',
  RAY: 'endless lines',
  XLINE: 'endless lines',
};

const point = (p: DxfPoint | undefined): Point => ({ x: p?.x ?? 0, y: p?.y ?? 0 });
const onCircle = (centre: Point, radius: number, deg: number): Point => ({
  x: centre.x + radius * Math.cos((deg * Math.PI) / 180),
  y: centre.y + radius * Math.sin((deg * Math.PI) / 180),
});
const normal = (deg: number): number => ((deg % 360) + 360) % 360;
const clampCount = (count = 1): number => Math.min(1000, Math.max(1, Math.round(count) || 1));

/** An entity that is drawn on the back of its plane is mirrored. */
const extruded = ({ extrusionZ }: DxfEntity): Affine =>
  extrusionZ !== undefined && extrusionZ < 0 ? scaledBy(-1, 1) : IDENTITY;

/** The arc between two points with a bulge, the tangent of a quarter of its angle. */
function bulged(a: Point, b: Point, bulge: number) {
  const angle = 4 * Math.atan(bulge);
  const chord = Math.hypot(b.x - a.x, b.y - a.y);
  const radius = chord / 2 / Math.abs(Math.sin(angle / 2));
  const reach = (chord / 2) * ((1 - bulge * bulge) / (2 * bulge));
  const centre = {
    x: (a.x + b.x) / 2 - (reach * (b.y - a.y)) / (chord || 1),
    y: (a.y + b.y) / 2 + (reach * (b.x - a.x)) / (chord || 1),
  };
  const degOf = (p: Point) => normal((Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI);
  const [from, to] = bulge > 0 ? [degOf(a), degOf(b)] : [degOf(b), degOf(a)];
  return { centre, radius, fromDeg: from, toDeg: to > from ? to : to + 360 };
}

/** The points of one edge of a hatching's outline. */
function outlineOf(edge: DxfEdge): Point[] {
  if (edge.points)
    return edge.points.flatMap((p, i, all) => {
      const next = all[(i + 1) % all.length]!;
      if (!p.bulge) return [point(p)];
      const { centre, radius, fromDeg, toDeg } = bulged(point(p), point(next), p.bulge);
      const arc = Array.from({ length: 12 }, (_, k) =>
        onCircle(centre, radius, fromDeg + ((toDeg - fromDeg) * k) / 12),
      );
      return p.bulge > 0 ? arc : arc.reverse();
    });
  if (edge.type === 'LINE') return [point(edge.start)];
  if (edge.type === 'ARC' && edge.radius) {
    const [from, to] = [edge.startAngle ?? 0, edge.endAngle ?? 360];
    const sign = edge.counterClockWise ? 1 : -1;
    return Array.from({ length: 24 }, (_, k) =>
      onCircle(point(edge.center), edge.radius!, sign * (from + ((to - from) * k) / 23)),
    );
  }
  return [];
}

/** A colour by its number. Black and white (7) are what shows on the ground. */
function indexed(number: number): string {
  const rgb = number === 7 ? undefined : colors[Math.abs(number)];
  return rgb ? `#${rgb.map((part) => part.toString(16).padStart(2, '0')).join('')}` : '#000000';
}

/** White is for dark screens: on paper it is black. */
const onPaper = (ink: string): string => (ink === '#ffffff' ? '#000000' : ink);

/** The line type of ISO 128-2 that a name means. */
function lineType(name = 'continuous'): LineType {
  if (name === 'continuous' || name === 'CONTINUOUS' || name === 'Continuous') return 'continuous';
  const plain = name.toLowerCase();
  if (/phantom|divide|double.?dot|2.?dot/.test(plain)) return 'long-dashed double-dotted';
  if (/cent(er|re)|dash.?dot|dotted|chain/.test(plain)) return 'long-dashed dotted';
  if (/hidden|dash/.test(plain)) return 'dashed';
  return 'continuous';
}
