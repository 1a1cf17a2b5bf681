import { z } from 'zod';
import { Id, isPlain } from '../plain-id';
import { FitStep, Lettering, LetteringStyle } from '../lettering/style';
import { DisplayFormat, Missing } from '../property/display';
import { PropertyType } from '../property/definition';
import { isPattern } from '../property/pattern';
import { Quantity } from '../property/units';
import { Value } from '../property/value';
import { Acceptance } from './acceptance';
import { BOUNDS, MOST } from './bounds';
import { lengthValueWithin, lengthWithin, perSize } from './length-value';

/** The version of the document's shape. Older documents are brought to it step by step when they are read. */
export const DOCUMENT_VERSION = 2;

const SizeId = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(60)
  .refine(isPlain, 'is not to be used as an id');
const Name = z.string().trim().min(1).max(120);
const within = ([least, most]: readonly [number, number]) => z.number().min(least).max(most);
const count = ([least, most]: readonly [number, number]) => z.int().min(least).max(most);

/** Line types of ISO 128-2 that a format may use. */
export const LineType = z.enum(['continuous', 'dashed', 'long-dashed dotted', 'long-dashed double-dotted']);
export type LineType = z.infer<typeof LineType>;

/** How a line is drawn; a hidden one is not. Width in mm. */
export const Line = z.object({
  width: within(BOUNDS.lineWidth),
  ink: Id,
  type: LineType,
  hidden: z.boolean().optional(),
});
export type Line = z.infer<typeof Line>;

export const Ink = z.object({ id: Id, name: Name, colour: z.string().regex(/^#[0-9a-fA-F]{6}$/) });
export type Ink = z.infer<typeof Ink>;

/** When a block or a content applies; an absent entry restricts nothing. */
export const Condition = z.object({
  sizes: z.array(SizeId).max(MOST.sizes).optional(),
  /** All sizes but these, those that are added later among them. */
  notSizes: z.array(SizeId).max(MOST.sizes).optional(),
  sheets: z.enum(['first', 'following']).optional(),
  kinds: z.enum(['part', 'assembly']).optional(),
});
export type Condition = z.infer<typeof Condition>;

/** One sheet size of the family. Lengths in mm; a standard size is named by its id, a custom one brings its own. */
export const SheetSize = z.object({
  id: SizeId,
  name: z.string().trim().min(1).max(20),
  width: lengthValueWithin(BOUNDS.sheetSide),
  height: lengthValueWithin(BOUNDS.sheetSide),
});
export type SheetSize = z.infer<typeof SheetSize>;

const Edges = z.object({ top: z.boolean(), bottom: z.boolean(), left: z.boolean(), right: z.boolean() });

export const ZoneRuleSetting = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('pitch'),
    pitch: lengthWithin(BOUNDS.zonePitch),
    corner: lengthWithin(BOUNDS.zoneCorner),
  }),
  z.object({ kind: z.literal('count'), columns: count(BOUNDS.zones), rows: count(BOUNDS.zones) }),
]);
export type ZoneRuleSetting = z.infer<typeof ZoneRuleSetting>;

export const ZoneSettings = z.object({
  shown: z.boolean(),
  rule: perSize(ZoneRuleSetting),
  lettersAlong: z.enum(['vertical', 'horizontal']),
  verticalRuns: z.enum(['down', 'up']),
  horizontalRuns: z.enum(['rightward', 'leftward']),
  omit: z.array(z.string().regex(/^[A-Z]$/, 'one capital letter each')).max(20),
  edges: perSize(Edges),
  /** Depth of the zone band outside the frame. */
  band: lengthWithin(BOUNDS.zoneBand),
  /** The line around the band. */
  border: Line,
  /** The lines between the fields. */
  ticks: Line,
  lettering: Id,
});
export type ZoneSettings = z.infer<typeof ZoneSettings>;

export const MarkSettings = z.object({
  centring: z.object({ shown: z.boolean(), inside: lengthWithin(BOUNDS.mark), line: Line }),
  trimming: z.object({
    shown: z.boolean(),
    length: lengthWithin(BOUNDS.mark),
    width: lengthWithin(BOUNDS.mark),
    ink: Id,
  }),
  designation: z.object({ shown: z.boolean(), lettering: Id }),
});
export type MarkSettings = z.infer<typeof MarkSettings>;

/** A column or row of a block: a fixed size, or a share of what is left of the block's definite width or height. */
export const Track = z.union([
  z.object({ id: Id, size: lengthWithin(BOUNDS.track) }),
  z.object({ id: Id, share: within(BOUNDS.share), least: lengthWithin(BOUNDS.leastShare).optional() }),
]);
export type Track = z.infer<typeof Track>;

/** Where a text or picture stands in its cell. `base`: the last base line lies `inset.y` above the lower edge. */
export const Place = z.object({
  across: z.enum(['left', 'centre', 'right']),
  up: z.enum(['top', 'middle', 'base', 'bottom']),
  inset: z.object({ x: lengthWithin(BOUNDS.inset), y: lengthWithin(BOUNDS.inset) }),
});
export type Place = z.infer<typeof Place>;

export const Part = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('fixed'), text: z.string().max(500) }),
  z.object({
    kind: z.literal('linked'),
    property: Id,
    /** Further properties: the first of all that has a value is printed. */
    orElse: z.array(Id).max(5).optional(),
    display: DisplayFormat.optional(),
    missing: Missing.optional(),
    overrulable: z.boolean().optional(),
  }),
  z.object({ kind: z.literal('asked'), asked: Id }),
  z.object({ kind: z.literal('break') }),
]);
export type Part = z.infer<typeof Part>;

const Figure = lengthWithin(BOUNDS.figure);
const Point = z.object({ x: Figure, y: Figure });
/** A few lines, arcs and rectangles placed by number inside one cell, from the cell's lower left corner. */
export const FigureShape = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('line'), from: Point, to: Point, line: Line }),
  z.object({ kind: z.literal('rectangle'), at: Point, width: Figure, height: Figure, line: Line }),
  z.object({
    kind: z.literal('arc'),
    centre: Point,
    radius: lengthWithin(BOUNDS.radius),
    fromDeg: within(BOUNDS.arcDeg),
    toDeg: within(BOUNDS.arcDeg),
    line: Line,
  }),
]);

export type FigureShape = z.infer<typeof FigureShape>;

export const Picture = z.object({
  /** Content hash of a picture, or the property that names one. */
  from: z.union([z.object({ hash: z.string().regex(/^[0-9a-f]{64}$/) }), z.object({ property: Id })]),
  scale: z.union([z.enum(['fit', 'fill']), z.object({ percent: z.number().min(1).max(1000) })]),
});

export type Picture = z.infer<typeof Picture>;

export const CellSymbol = z.object({
  name: z.enum(['projection', 'surface texture', 'general tolerance']),
  /** The lettering height h its proportions follow, mm; absent: as large as the cell allows. */
  height: lengthWithin(BOUNDS.symbol).optional(),
});

export type CellSymbol = z.infer<typeof CellSymbol>;

const when = { when: Condition.optional() };
/** One content of a cell and when it applies: a text, or one picture, symbol or figure. */
export const Content = z.union([
  z.object({ ...when, parts: z.array(Part).max(MOST.parts) }),
  z.object({ ...when, picture: Picture }),
  z.object({ ...when, symbol: CellSymbol }),
  z.object({ ...when, figure: z.array(FigureShape).max(MOST.shapes) }),
]);
export type Content = z.infer<typeof Content>;

export const Caption = z.object({
  text: z.string().max(120),
  lettering: Id,
  /** What differs from the lettering style in this caption. */
  override: Lettering.partial().optional(),
  place: Place,
  /** Nothing is printed behind this caption: the value is written by hand. */
  forThePen: z.boolean().optional(),
});
export type Caption = z.infer<typeof Caption>;

/** One rectangle of a block. `column` and `row` count from 0, from the upper left. */
export const Cell = z.object({
  id: Id,
  column: z.int().min(0),
  row: z.int().min(0),
  columnSpan: z.int().min(1),
  rowSpan: z.int().min(1),
  /** The cell's name in lists; absent: its caption, else what it holds. */
  name: z.string().max(80).optional(),
  caption: Caption.optional(),
  /** The first one that applies is printed. */
  contents: z.array(Content).max(MOST.contents),
  lettering: Id,
  /** What differs from the lettering style in this cell. */
  override: Lettering.partial().optional(),
  place: Place,
  turn: z.union([z.literal(0), z.literal(90), z.literal(270)]),
  fit: z.array(FitStep).max(6),
});
export type Cell = z.infer<typeof Cell>;

/**
 * One edge line of its own: the stretch along track `at` behind track `after` (null: the block's first edge).
 * `axis` *column*: an upright line at the right of column `after`, along row `at`; *row*: a level line below row
 * `after`, along column `at`.
 */
export const EdgeLine = z.object({ axis: z.enum(['column', 'row']), after: Id.nullable(), at: Id, line: Line });
export type EdgeLine = z.infer<typeof EdgeLine>;

export const Corner = z.enum(['lower right', 'lower left', 'upper right', 'upper left']);
export type Corner = z.infer<typeof Corner>;
export const Side = z.enum(['above', 'below', 'left', 'right']);
export type Side = z.infer<typeof Side>;

/** Where a block is docked: on the first block of `to` that is on this sheet, else in the corner of the frame. */
export const Dock = z.object({
  to: z.array(z.object({ block: Id, side: Side })).max(10),
  /** Along the edge of the other block: its left or lower end, its middle, its right or upper end. */
  align: z.enum(['start', 'middle', 'end']),
  corner: Corner,
  /** Moves the block right and up from its dock. */
  offset: z.object({ x: lengthWithin(BOUNDS.dockOffset), y: lengthWithin(BOUNDS.dockOffset) }),
});
export type Dock = z.infer<typeof Dock>;

/** The size of a block along one axis: the sum of its tracks, a fixed total, or the drawing space's. */
export const Extent = z.union([
  z.literal('sum'),
  z.literal('stretch'),
  z.object({ total: lengthWithin(BOUNDS.blockTotal) }),
]);
export type Extent = z.infer<typeof Extent>;

/** What a parts list lists and how its first numbers are given. */
export const PartsRule = z.object({
  /** The assembly's own components; all parts through its assemblies; the components with those of each assembly behind it. */
  kind: z.enum(['components', 'all parts', 'indented']),
  /** The property by which rows are ordered when they get their first item numbers; absent: the model's own order. */
  orderBy: Id.optional(),
});
export type PartsRule = z.infer<typeof PartsRule>;

export const ToleranceKind = z.enum(['linear', 'edge', 'angle', 'places']);

/**
 * How a block grows from data: some of its rows are heading, the one row that is left is the pattern of every further one.
 * The heading stands at the end from which the block grows.
 */
export const Growth = z.object({
  rows: z.enum(['revisions', 'parts', 'tolerances', 'notes']),
  direction: z.enum(['up', 'down']),
  /** Rows at least: what data does not fill stays blank. With 0 a table without data is not on the sheet. */
  least: z.int().min(0).max(MOST.rows),
  most: perSize(z.int().min(1).max(MOST.rows)),
  whenFull: z.enum(['newest only', 'following sheet', 'second column']),
  /** Of a parts list. */
  parts: PartsRule.optional(),
  /** Of general tolerances: which of them; absent: all. */
  tolerances: z.array(ToleranceKind).min(1).optional(),
  /** Of notes: the properties or asked values whose lines they are, in order. */
  notes: z.array(Id).max(20).optional(),
});
export type Growth = z.infer<typeof Growth>;

export const BlockRole = z.enum(['title', 'revisions', 'parts', 'tolerances', 'notes', 'other']);

export const Block = z.object({
  id: Id,
  name: Name,
  role: BlockRole,
  columns: z.array(Track).min(1).max(MOST.tracks),
  rows: z.array(Track).min(1).max(MOST.tracks),
  cells: z.array(Cell).min(1).max(MOST.cells),
  lines: z.object({ outline: Line, inside: Line, edges: z.array(EdgeLine).max(MOST.ownLines) }),
  dock: Dock,
  width: Extent,
  height: Extent,
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]),
  locked: z.boolean().optional(),
  condition: Condition,
  grow: Growth.optional(),
});
export type Block = z.infer<typeof Block>;

/** A drawing property with a prompt. Answers are kept under its key. */
export const AskedValue = z.object({
  key: Id,
  /** The property of the dictionary that the answer is a value of, where the key is not its id already. */
  property: Id.optional(),
  name: Name,
  prompt: z.string().max(200),
  hint: z.string().max(200).optional(),
  type: PropertyType,
  quantity: Quantity.optional(),
  unit: z.string().max(12).optional(),
  display: DisplayFormat.optional(),
  default: z
    .union([z.object({ value: Value }), z.object({ property: Id }), z.literal('today'), z.literal('me')])
    .optional(),
  /** Printed in proofs when there is no default. */
  sample: Value.optional(),
  length: z.int().min(1).max(500).optional(),
  choices: z.array(z.string().max(120)).max(200).optional(),
  pattern: z.string().max(200).refine(isPattern, 'is not a regular expression').optional(),
  required: z.boolean(),
  missing: Missing,
  /** Who may answer it; absent: whoever makes the drawing. */
  answeredBy: z.enum(['drafter', 'checker', 'administrator']).optional(),
});
export type AskedValue = z.infer<typeof AskedValue>;

const Margin = lengthWithin(BOUNDS.margin);
const Margins = z.object({ left: Margin, right: Margin, top: Margin, bottom: Margin });
export type Margins = z.infer<typeof Margins>;

/** Everything on a drawing sheet but the drawing itself, for a whole family of sizes. */
export const FormatDocument = z.object({
  kind: z.literal('zonograph/format'),
  version: z.literal(DOCUMENT_VERSION),
  id: Id,
  name: Name,
  /** The unit in which lengths are typed and shown. Everything is kept in mm. */
  unit: z.enum(['mm', 'in']),
  /** The family of sizes, and the one shown first. */
  sizes: z.array(SheetSize).min(1).max(MOST.sizes),
  mainSize: SizeId,
  margins: Margins,
  frame: Line,
  zones: ZoneSettings,
  marks: MarkSettings,
  inks: z.array(Ink).min(1).max(MOST.inks),
  letterings: z.array(LetteringStyle).min(1).max(MOST.letterings),
  /** In the order in which they are asked. */
  asked: z.array(AskedValue).max(MOST.asked),
  accepted: z.array(Acceptance).max(MOST.accepted).optional(),
  /** In the order of the outline, which is also the order of drawing. */
  blocks: z.array(Block).max(MOST.blocks),
});
export type FormatDocument = z.infer<typeof FormatDocument>;
