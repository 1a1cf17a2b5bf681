import type { Point } from '../../geometry/box';
import type { LineType } from '../../format/document';

/**
 * What a drawing of another program shows, as neutral figures: lines, arcs, runs of points, fills and texts, y up. As they are
 * read, lengths are in the drawing's own unit; widths of lines are in mm of paper throughout.
 */
interface Common {
  layer: string;
  /** #rrggbb */
  ink: string;
  /** Names of the blocks it stands in, the outermost first. */
  within: readonly string[];
}

interface Stroked extends Common {
  /** Line width, mm; absent where the drawing does not say. */
  width?: number;
  /** Width in the drawing's own unit, of a polyline that is drawn as wide as it is. */
  wide?: number;
  type: LineType;
}

export interface DrawnLine extends Stroked {
  kind: 'line';
  from: Point;
  to: Point;
}

/** A circle when the angles span 360; angles counter-clockwise from the positive x axis. */
export interface DrawnArc extends Stroked {
  kind: 'arc';
  centre: Point;
  radius: number;
  fromDeg: number;
  toDeg: number;
}

/** A curve as a run of points. */
export interface DrawnRun extends Stroked {
  kind: 'run';
  points: Point[];
}

export interface DrawnFill extends Common {
  kind: 'fill';
  /** Outlines, closed; where they overlap an odd number of times it is filled. */
  outlines: Point[][];
}

/** What a text is in the drawing, where it is more than a text: a place that is filled in. */
export interface DrawnAttribute {
  tag: string;
  prompt?: string;
  /** True for the place itself, false for what is filled into it. */
  isEmpty: boolean;
}

export interface DrawnText extends Common {
  kind: 'text';
  text: string;
  /** Where the text is held: the end of its base line that `across` names, at the height that `up` names. */
  at: Point;
  across: 'left' | 'centre' | 'right';
  up: 'base' | 'bottom' | 'middle' | 'top';
  /** Height of a capital letter. */
  height: number;
  /** Degrees, counter-clockwise. */
  turn: number;
  letterWidth: number;
  slantDeg: number;
  bold: boolean;
  /** Name of the font or of its file, as the drawing has it. */
  font: string;
  attribute?: DrawnAttribute;
}

export type Drawn = DrawnLine | DrawnArc | DrawnRun | DrawnFill | DrawnText;

/** What a drawing is drawn in: the model at its true size, or a sheet of paper. */
export interface DrawnSpace {
  /** As people call it. */
  name: string;
  kind: 'model' | 'paper';
  /** The sheet of a layout and where its lower left corner is, in the space's own unit. */
  paper?: { x: number; y: number; width: number; height: number };
  /** mm of one unit of this space, where the drawing says so. */
  mmPerUnit?: number;
  drawn: Drawn[];
}

export interface ReadDrawing {
  from: 'dxf' | 'svg';
  /** mm of one unit, where the drawing says so. */
  mmPerUnit?: number;
  spaces: DrawnSpace[];
  /** What the drawing holds and cannot be taken over, counted. */
  leftOut: { what: string; count: number }[];
  /** What was noticed while reading, in words. */
  remarks: string[];
}

/** What one drawing may hold at most, with its blocks opened, and how large its file may be, bytes. */
export const MOST_DRAWN = 400_000;
export const LARGEST_DRAWING = 100 * 1024 * 1024;

/** What is counted by a name. */
export class Tally {
  private readonly counts = new Map<string, number>();

  add(what: string, count = 1): void {
    this.counts.set(what, (this.counts.get(what) ?? 0) + count);
  }

  list(): { what: string; count: number }[] {
    return [...this.counts].map(([what, count]) => ({ what, count })).sort((a, b) => b.count - a.count);
  }
}
