import type { DxfTextFields } from 'dxf';
import { type Outcome, refuse } from '../../refusal';

/** What the reader of entities passes over, and the drawing needs. Lengths in the drawing's unit. */
export interface DxfGroups {
  /** Header variables that hold one number or a point. */
  header: Map<string, number[]>;
  /** By an entity's handle: line weight in mm, colour, and the constant width of a polyline. */
  looks: Map<string, { weight?: number; colour?: string; wide?: number }>;
  layers: Map<string, { weight?: number; colour?: string; isOff: boolean; isPrinted: boolean }>;
  /** Of each attribute and each place for one, in the file's order: how its text stands. */
  attributes: DxfTextFields[];
  /** Of each spline, in the file's order: the points it goes through, where it is given by them. */
  splines: { x: number; y: number }[][];
  /** The sheet of each layout by the name of the block that holds what it shows. */
  layouts: Map<string, { name: string; paper?: { x: number; y: number; width: number; height: number } }>;
  /** Entities by their type, nested ones once. */
  types: Map<string, number>;
}

/** Most entities of a file, each block counted once. */
const MOST_ENTITIES = 1_000_000;

/**
 * One pass over the pairs of group code and value of a DXF: line weights, true colours, layouts with their paper, limits and unit; and
 * whether the file is whole.
 */
export function dxfGroups(text: string): Outcome<DxfGroups> {
  const groups: DxfGroups = {
    header: new Map(),
    looks: new Map(),
    layers: new Map(),
    attributes: [],
    splines: [],
    layouts: new Map(),
    types: new Map(),
  };
  const pass = new Pass(groups);
  let at = 0;
  let line = 0;
  const next = () => {
    if (at >= text.length) return undefined;
    let end = text.indexOf('\n', at);
    if (end < 0) end = text.length;
    const value = text.slice(at, text.charCodeAt(end - 1) === 13 ? end - 1 : end);
    at = end + 1;
    line++;
    return value;
  };
  for (;;) {
    const code = next();
    if (code === undefined || (code.trim() === '' && at >= text.length)) break;
    const number = Number(code);
    if (!Number.isInteger(number) || code.trim() === '')
      return refuse(
        `Line ${line} of the drawing should be a group code and is “${code.slice(0, 40)}”. The file is damaged.`,
      );
    const value = next();
    if (value === undefined) break;
    pass.take(number, value);
    if (pass.entities > MOST_ENTITIES)
      return refuse(
        `The drawing has more than ${MOST_ENTITIES.toLocaleString('en')} entities. Save the sheet alone and read that.`,
      );
    if (pass.isEnded) break;
  }
  pass.finish();
  if (!pass.isEnded) return refuse('The drawing breaks off before its end: the file was cut short. Save it again.');
  return { ok: true, ...groups };
}

/** What stands where it does in every text, and an attribute is not read with. */
const ATTRIBUTE_FIELDS: Record<
  number,
  'styleName' | 'rotation' | 'relScaleX' | 'obliqueAngle' | 'hAlign' | 'vAlign' | 'x2' | 'y2'
> = {
  7: 'styleName',
  11: 'x2',
  21: 'y2',
  41: 'relScaleX',
  50: 'rotation',
  51: 'obliqueAngle',
  72: 'hAlign',
  74: 'vAlign',
};

class Pass {
  isEnded = false;
  entities = 0;
  private section = '';
  private isNamingSection = false;
  private variable = '';
  private type = '';
  private marker = '';
  private handle = '';
  private weight: number | undefined;
  private colour: string | undefined;
  private wide: number | undefined;
  private attribute: DxfTextFields | undefined;
  private record: Record<number, string> = {};
  private readonly blockRecords = new Map<string, string>();
  private readonly sheets: { name: string; record: string; values: Record<number, string> }[] = [];

  constructor(private readonly groups: DxfGroups) {}

  take(code: number, value: string): void {
    if (code === 0) {
      this.close();
      this.type = value.trim();
      this.marker = '';
      if (this.type === 'EOF') this.isEnded = true;
      if (this.type === 'SECTION') this.isNamingSection = true;
      else if (this.type === 'ENDSEC') this.section = '';
      else if (this.section === 'ENTITIES' || this.section === 'BLOCKS') {
        this.entities++;
        this.groups.types.set(this.type, (this.groups.types.get(this.type) ?? 0) + 1);
        this.attribute = undefined;
        if (this.type === 'SPLINE') this.groups.splines.push([]);
        if (this.type === 'ATTRIB' || this.type === 'ATTDEF') this.groups.attributes.push((this.attribute = {}));
      }
      return;
    }
    if (this.isNamingSection && code === 2) {
      this.section = value.trim();
      this.isNamingSection = false;
      return;
    }
    switch (this.section) {
      case 'HEADER':
        if (code === 9) this.variable = value.trim();
        else {
          const known = this.groups.header.get(this.variable);
          const number = Number(value);
          if (known) known.push(number);
          else this.groups.header.set(this.variable, [number]);
        }
        break;
      case 'ENTITIES':
      case 'BLOCKS':
        this.look(code, value);
        break;
      case 'TABLES':
      case 'OBJECTS':
        if (this.type === 'LAYER' || this.type === 'BLOCK_RECORD' || this.type === 'LAYOUT') {
          if (code === 100) this.marker = value.trim();
          // A layout says what it is printed on first, and its own name after its marker.
          const isOwn = this.marker === 'AcDbLayout';
          if (this.type !== 'LAYOUT' || (isOwn ? code === 1 || code === 330 : code >= 40 && code <= 75))
            this.record[code] ??= value.trim();
        }
        break;
      default:
    }
  }

  finish(): void {
    this.close();
    for (const { name, record, values } of this.sheets) {
      const block = this.blockRecords.get(record);
      if (block === undefined) continue;
      const number = (code: number) => Number(values[code] ?? 0);
      const turned = number(73) % 2 === 1;
      // Sizes of paper are in mm whatever its unit; the layout's own unit says what one of its lengths is.
      const unit = number(72) === 0 ? 25.4 : 1;
      const [width, height] = turned ? [number(45), number(44)] : [number(44), number(45)];
      const [left, bottom] = turned ? [number(41), number(40)] : [number(40), number(41)];
      this.groups.layouts.set(block, {
        name,
        ...(width > 0 &&
          height > 0 && { paper: { x: -left / unit, y: -bottom / unit, width: width / unit, height: height / unit } }),
      });
    }
  }

  private look(code: number, value: string): void {
    if (this.attribute) {
      const field = ATTRIBUTE_FIELDS[code];
      if (field === 'styleName') this.attribute.styleName ??= value;
      else if (field) this.attribute[field] ??= Number(value);
    }
    if (this.type === 'SPLINE') {
      const points = this.groups.splines.at(-1)!;
      if (code === 11) points.push({ x: Number(value), y: 0 });
      else if (code === 21 && points.length > 0) points.at(-1)!.y = Number(value);
    }
    if (code === 5) this.handle = value.trim();
    else if (code === 370) {
      const weight = Number(value);
      if (weight > 0) this.weight = weight / 100;
    } else if (code === 420) this.colour = trueColour(Number(value));
    else if (code === 43 && this.type === 'LWPOLYLINE') {
      const wide = Number(value);
      if (wide > 0) this.wide = wide;
    }
  }

  private close(): void {
    if (this.handle !== '' && (this.weight !== undefined || this.colour !== undefined || this.wide !== undefined)) {
      this.groups.looks.set(this.handle, { weight: this.weight, colour: this.colour, wide: this.wide });
    }
    this.handle = '';
    this.weight = this.colour = this.wide = undefined;
    const { record } = this;
    if (this.type === 'LAYER' && record[2] !== undefined) {
      const weight = Number(record[370] ?? 0);
      const number = Number(record[62] ?? 7);
      this.groups.layers.set(record[2], {
        ...(weight > 0 && { weight: weight / 100 }),
        ...(record[420] !== undefined && { colour: trueColour(Number(record[420])) }),
        isOff: number < 0 || Number(record[70] ?? 0) % 2 === 1,
        isPrinted: record[290] !== '0',
      });
    } else if (this.type === 'BLOCK_RECORD' && record[2] !== undefined && record[5] !== undefined) {
      this.blockRecords.set(record[5], record[2]);
    } else if (this.type === 'LAYOUT' && record[1] !== undefined && record[330] !== undefined) {
      this.sheets.push({ name: record[1], record: record[330], values: record });
    }
    this.record = {};
  }
}

const trueColour = (value: number): string => `#${(value & 0xffffff).toString(16).padStart(6, '0')}`;
