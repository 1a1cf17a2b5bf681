import {
  BlockFlags,
  type DxfBlock,
  type DxfDocument,
  HatchBoundaryPaths,
  HatchPolylineBoundary,
  HatchPredefinedPatterns,
  Line,
  LWPolyline,
  LWPolylineFlags,
  pattern,
} from '@tarikjabiri/dxf';
import { terminator } from '../annotation/terminators';
import type { ProfileDocument } from '../profile/document';
import { LAYER_PURPOSES } from '../profile/layers';
import { LINE_GROUPS, LINE_ROLES } from '../profile/lines';
import { DASHES, type Primitive } from '../scene/scene';
import { SheetLayer, lineWeight } from './dxf-records';
import { styleName } from './dxf-views';

/** How a DXF calls the line types of a drawing. */
export const LINE_TYPES: Record<keyof typeof DASHES, { name: string; words: string }> = {
  continuous: { name: 'Continuous', words: 'Solid line' },
  dashed: { name: 'DASHED', words: 'Dashed __ __ __' },
  'long-dashed dotted': { name: 'LONG_DASHED_DOTTED', words: 'Long-dashed dotted ____ . ____' },
  'long-dashed double-dotted': { name: 'LONG_DASHED_DOUBLE_DOTTED', words: 'Long-dashed double-dotted ____ . . ____' },
};

/** Text styles of a drawing by use, as a DXF calls them. */
const TEXT_STYLES = {
  dimensions: 'DIMENSIONS',
  notes: 'NOTES',
  viewTitles: 'VIEW_TITLES',
  sectionLetters: 'SECTION_LETTERS',
} as const;

/** The dimension style that carries a profile. */
const DIMENSION_STYLE = 'PROFILE';

type ArrowOf = 'dimensions' | 'leaders';

/** What dimensions measure: views at their scales on paper, or models at true size that windows show at their scales. */
export interface Measured {
  /** How many mm on paper one of a model is, for each scale there is; the first is the sheet's. */
  factors: readonly number[];
  at: 'paper' | 'true size';
}

/**
 * Writes a profile into the tables of a DXF as a drafter's program uses it: layers with colour, width, line type and whether they are
 * printed; line types in their true size for each width; text styles; the forms of arrows as blocks; and a dimension style with every
 * value that the format can express. What is drawn on paper is measured by the reciprocal of its view's scale, so that a dimension has the
 * model's length; of what is drawn at true size the dimension's own parts are larger by that. One style for each scale that differs.
 *
 * @param length writes mm in the drawing's unit
 */
export function writeProfile(
  dxf: DxfDocument,
  profile: ProfileDocument,
  length: (mm: number) => number,
  fontFileName: (font: string) => string,
  { factors, at }: Measured = { factors: [], at: 'paper' },
): void {
  lineTypes(dxf, profile, length);
  layers(dxf, profile);
  const styles = textStyles(dxf, profile, length, fontFileName);
  const blocks = new Map<ArrowOf, string>();
  /** The block of an arrow, made for the first style. */
  const arrow = (of: ArrowOf): string => {
    const block = blocks.get(of) ?? arrowBlock(dxf, profile, of);
    blocks.set(of, block);
    return block;
  };
  const style = (name: string, scale: { DIMSCALE: number; DIMLFAC: number }) =>
    dimensionStyle(dxf, profile, length, { name, textStyle: styles.dimensions, arrow, ...scale });
  // The sheet's own style is for paper where models have true size: it is the windows that have the scales.
  const first = at === 'paper' ? (factors[0] ?? 1) : 1;
  style(DIMENSION_STYLE, { DIMSCALE: 1, DIMLFAC: exact(1 / first) });
  for (const factor of factors.filter((one) => one !== first)) {
    const times = exact(1 / factor);
    const scale = at === 'paper' ? { DIMSCALE: 1, DIMLFAC: times } : { DIMSCALE: times, DIMLFAC: 1 };
    style(styleName(DIMENSION_STYLE, factor), scale);
  }
  dxf.header.setVariable('$DIMSTYLE', { 2: DIMENSION_STYLE });
  dxf.header.setVariable('$DIMSCALE', { 40: 1 });
  if (first !== 1) dxf.header.setVariable('$DIMLFAC', { 40: exact(1 / first) });
  dxf.header.setVariable('$LWDISPLAY', { 290: 1 });
}

const widthOf = (profile: ProfileDocument, weight: 'wide' | 'narrow' | 'lettering') =>
  LINE_GROUPS[profile.lines.group][weight];

/** A line type for a line 1 mm wide, which entities scale by their width; and one in true size for each width that a role has. */
function lineTypes({ tables }: DxfDocument, profile: ProfileDocument, length: (mm: number) => number): void {
  const add = (name: string, words: string, dashes: readonly number[], by: (one: number) => number) =>
    tables.addLType(
      name,
      words,
      dashes.map((dash, i) => (i % 2 === 0 ? by(dash) : -by(dash))),
    );
  for (const [type, { name, words }] of Object.entries(LINE_TYPES)) {
    const dashes = DASHES[type as keyof typeof DASHES];
    if (dashes.length > 0) add(name, words, dashes, (dash) => dash);
  }
  for (const role of LINE_ROLES) {
    const { type, width } = profile.lines.roles[role];
    const mm = widthOf(profile, width);
    if (type !== 'continuous')
      add(sizedName(type, mm), LINE_TYPES[type].words, DASHES[type], (dash) => length(dash * mm));
  }
}

const sizedName = (type: keyof typeof DASHES, mm: number): string =>
  type === 'continuous'
    ? LINE_TYPES[type].name
    : `${LINE_TYPES[type].name}_${String(Math.round(mm * 100)).padStart(3, '0')}`;

function layers({ tables }: DxfDocument, profile: ProfileDocument): void {
  for (const purpose of LAYER_PURPOSES) {
    const { name, colour, width, printed } = profile.layers[purpose];
    const role = LINE_ROLES.find((one) => profile.lines.roles[one].layer === purpose);
    const look = role && profile.lines.roles[role];
    const type = look ? sizedName(look.type, widthOf(profile, look.width)) : LINE_TYPES.continuous.name;
    const layer = new SheetLayer(name, type, {
      trueColour: trueColour(colour),
      weight: lineWeight(widthOf(profile, width)),
      printed,
    });
    layer.ownerObjectHandle = tables.layerTable.handle;
    tables.layerTable.records.push(layer);
  }
}

function textStyles(
  { tables }: DxfDocument,
  profile: ProfileDocument,
  length: (mm: number) => number,
  fontFileName: (font: string) => string,
) {
  const made = Object.entries(TEXT_STYLES).map(([use, name]) => {
    const look = profile.lettering[use as keyof typeof TEXT_STYLES];
    const style = tables.addStyle(name);
    style.fontFileName = fontFileName(look.font);
    style.widthFactor = look.letterWidth;
    style.lastHeightUsed = length(look.height);
    return [use, style.handle] as const;
  });
  return Object.fromEntries(made) as Record<keyof typeof TEXT_STYLES, string>;
}

/** What the format counts as suppressed zeros: 4 leading ones, 8 trailing ones; of angles and of the other unit likewise. */
const zeros = (leading: boolean, trailing: boolean, one = 4) => (leading ? 0 : one) + (trailing ? 0 : 2 * one);

function dimensionStyle(
  dxf: DxfDocument,
  profile: ProfileDocument,
  length: (mm: number) => number,
  {
    name,
    textStyle,
    arrow,
    ...scale
  }: { name: string; textStyle: string; arrow: (of: ArrowOf) => string } & Record<'DIMSCALE' | 'DIMLFAC', number>,
): void {
  const { units, numbers, lettering, terminators, dimensionLines, tolerances, lines } = profile;
  const style = dxf.tables.addDimStyle(name);
  const byLayer = 256;
  const factor = units.unit === 'mm' ? 1 / 25.4 : 25.4;
  const dual = units.dual !== 'none';
  Object.assign(style, {
    ...(units.dual === 'below' && { DIMPOST: '<>\\X' }),
    ...scale,
    DIMASZ: length(terminators.length),
    DIMEXO: length(dimensionLines.gap),
    DIMEXE: length(dimensionLines.overshoot),
    DIMDLI: length(dimensionLines.further),
    DIMTXT: length(lettering.dimensions.height),
    DIMGAP: length(dimensionLines.textGap),
    DIMCEN: -length(lines.centreBeyond),
    DIMTFAC: tolerances.deviationHeight === 'as the value' ? 1 : Math.round(1e6 / Math.SQRT2) / 1e6,
    DIMLIM: tolerances.written === 'limits' ? 1 : 0,
    DIMTOLJ: 1,
    DIMTAD: dimensionLines.text === 'above the line' ? 1 : 0,
    DIMTIH: dimensionLines.direction === 'horizontal' ? 1 : 0,
    DIMTOH: dimensionLines.direction === 'horizontal' ? 1 : 0,
    DIMTOFL: 1,
    DIMLUNIT: 2,
    DIMDEC: numbers.decimals,
    DIMTDEC: numbers.decimals,
    DIMDSEP: numbers.mark.charCodeAt(0),
    DIMZIN: zeros(numbers.leadingZero, numbers.trailingZeros),
    DIMTZIN: zeros(numbers.leadingZero, numbers.trailingZeros || tolerances.equalPlaces),
    DIMAUNIT: numbers.angleForm === 'degrees' ? 0 : 1,
    DIMADEC:
      numbers.angleForm === 'degrees' ? numbers.angleDecimals : numbers.angleForm === 'degrees and minutes' ? 2 : 4,
    DIMAZIN: zeros(numbers.leadingZero, numbers.trailingZeros, 1),
    DIMALT: dual ? 1 : 0,
    DIMALTF: factor,
    DIMALTD: units.dualDecimals,
    DIMALTTD: units.dualDecimals,
    DIMALTU: 2,
    DIMALTZ: zeros(units.dualLeadingZero, units.dualTrailingZeros),
    DIMALTTZ: zeros(units.dualLeadingZero, units.dualTrailingZeros),
    DIMCLRD: byLayer,
    DIMCLRE: byLayer,
    DIMCLRT: byLayer,
    DIMLWD: lineWeight(widthOf(profile, lines.roles.dimension.width)),
    DIMLWE: lineWeight(widthOf(profile, lines.roles.extension.width)),
    DIMTXSTY: textStyle,
    DIMLDRBLK: arrow('leaders'),
  });
  const dimensions = arrow('dimensions');
  const write = style.dxfy.bind(style);
  // The library writes one value under two codes, of which this is the one of the block's handle.
  style.dxfy = (dx) => {
    write(dx);
    dx.push(342, dimensions);
  };
}

/** The form of an arrow as a block of length 1 whose tip is at the origin and points right; gives its record's handle. */
function arrowBlock(dxf: DxfDocument, profile: ProfileDocument, of: ArrowOf): string {
  const block = dxf.addBlock(of === 'dimensions' ? 'ARROW_DIMENSION' : 'ARROW_LEADER');
  block.flags = BlockFlags.None;
  const unit: ProfileDocument = { ...profile, terminators: { ...profile.terminators, length: 1 } };
  const drawn = terminator({ profile: unit, fonts: new Map() }, of, { x: 0, y: 0 }, 180);
  for (const primitive of drawn) drawArrow(block, primitive);
  // The line goes through to the tip of what is not filled.
  if (profile.terminators[of] !== 'closed') block.addEntity(new Line({ x: -1, y: 0, z: 0 }, { x: 0, y: 0, z: 0 }));
  return dxf.tables.blockRecordTable.records.find(({ name }) => name === block.name)!.handle;
}

function drawArrow(block: DxfBlock, primitive: Primitive): void {
  const point = ({ x, y }: { x: number; y: number }) => ({ x: exact(x), y: exact(y), z: 0 });
  if (primitive.kind === 'line') block.addEntity(new Line(point(primitive.from), point(primitive.to)));
  if (primitive.kind === 'outline')
    block.addEntity(
      new LWPolyline(
        primitive.points.map((one) => ({ point: point(one) })),
        { flags: LWPolylineFlags.Closed },
      ),
    );
  if (primitive.kind === 'fill') {
    const paths = new HatchBoundaryPaths();
    paths.addPolylineBoundary(new HatchPolylineBoundary(primitive.points.map(point)));
    block.addHatch(paths, pattern({ name: HatchPredefinedPatterns.SOLID }));
  }
}

const exact = (value: number) => Math.round(value * 1e8) / 1e8;

/** #rrggbb as a DXF's true colour. */
export const trueColour = (ink: string): number => parseInt(ink.slice(1), 16);
