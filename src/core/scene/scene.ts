import type { Box, Point } from '../geometry/box';
import type { Segment } from '../picture/picture';
import type { LineType } from '../format/document';

/** The layers of a sheet by what things are; a drafting profile names them. */
export const SHEET_LAYERS = [
  'frame',
  'zones',
  'marks',
  'blocks',
  'captions',
  'fixed',
  'values',
  'symbols',
  'pictures',
] as const;

/** The layers of what is drawn on a sheet. */
export const DRAWING_LAYERS = [
  'outlines',
  'hidden',
  'centre',
  'section',
  'adjacent',
  'fine',
  'dimensions',
  'hatching',
  'notes',
] as const;

export type Layer = (typeof SHEET_LAYERS)[number] | (typeof DRAWING_LAYERS)[number];

interface Common {
  /** Id of what it came from: `frame`, `zones`, `centring`, `trimming`, `designation`, a block or a cell. */
  source: string;
  /** The block it belongs to. */
  block?: string;
  layer: Layer;
  /** #rrggbb */
  ink: string;
}

interface Stroke {
  /** Line width, mm. */
  width: number;
  type: LineType;
}

export interface LinePrimitive extends Common, Stroke {
  kind: 'line';
  from: Point;
  to: Point;
}

/** A circle when the angles span 360; angles counter-clockwise from the positive x axis. */
export interface ArcPrimitive extends Common, Stroke {
  kind: 'arc';
  centre: Point;
  radius: number;
  fromDeg: number;
  toDeg: number;
}

export interface OutlinePrimitive extends Common, Stroke {
  kind: 'outline';
  /** Closed. */
  points: Point[];
}

/** An open run of points: an ellipse or a spline, as near to it as a pen draws. */
export interface RunPrimitive extends Common, Stroke {
  kind: 'run';
  points: Point[];
}

export interface FillPrimitive extends Common {
  kind: 'fill';
  points: Point[];
}

/** A stretch of a text run that comes from one part of a content; offset and width in mm along the base line. */
export interface TextSpan {
  kind: 'fixed' | 'linked' | 'asked';
  offset: number;
  width: number;
}

/** One run of text in one font: its base line starts at (x, y) and runs at `turn` degrees. */
export interface TextPrimitive extends Common {
  kind: 'text';
  text: string;
  font: string;
  /** Font size to set, mm. */
  emSize: number;
  /** Nominal height: the height of a capital letter, mm. */
  height: number;
  x: number;
  y: number;
  /** Degrees, counter-clockwise; a sheet's own texts stand at right angles, those of dimensions at any. */
  turn: number;
  letterWidth: number;
  slantDeg: number;
  /** Width of the line drawn about bold letters in their ink, mm; absent for regular ones. */
  bold?: number;
  /** Along the base line, letter width included, mm. */
  width: number;
  /** Stretches by part; only on contents of cells. */
  spans?: TextSpan[];
  /** Name of the property or asked value, when the line holds one: the tag of a DXF attribute. */
  tag?: string;
}

/** Outlines filled and stroked; segments in mm on the sheet, y up. */
export interface PathPrimitive extends Common {
  kind: 'path';
  segments: Segment[];
  fill?: string;
  evenOdd?: boolean;
  /** Stroke width in mm; its colour is the ink. */
  stroke?: number;
}

/** A raster picture: its lower left corner before turning, its size, turned counter-clockwise about its box. */
export interface ImagePrimitive extends Common {
  kind: 'image';
  /** Hash of the picture, by which its file is found. */
  hash: string;
  type: 'png' | 'jpeg';
  pixels: { width: number; height: number };
  /** Size as it is printed, before turning, mm. */
  width: number;
  height: number;
  /** Where the picture's own lower left corner stands on the sheet. */
  x: number;
  y: number;
  turn: 0 | 90 | 180 | 270;
  /** What of the sheet it may cover, for one that fills its cell. */
  clip?: Box;
}

export type Primitive =
  | LinePrimitive
  | ArcPrimitive
  | OutlinePrimitive
  | RunPrimitive
  | FillPrimitive
  | TextPrimitive
  | PathPrimitive
  | ImagePrimitive;

/** The display list of one sheet, in drawing order. mm, y up, origin at the trimmed sheet's lower left. */
export interface Scene {
  width: number;
  height: number;
  unit: 'mm' | 'in';
  /** Blocks on this sheet, for writers that keep them together. */
  blocks: { id: string; name: string; at: Point }[];
  primitives: Primitive[];
  /** What was frozen before corners were joined is written as it was then. */
  corners?: 'open';
}

/** Dash pattern of a line type in multiples of the line's width: dash, gap, dash, gap … (ISO 128-2, table 2). */
export const DASHES: Record<LineType, readonly number[]> = {
  continuous: [],
  dashed: [12, 3],
  'long-dashed dotted': [24, 3, 0.5, 3],
  'long-dashed double-dotted': [24, 3, 0.5, 3, 0.5, 3],
};
