import type { Block, FormatDocument } from '../format/document';
import type { BlockLine } from '../format/block-lines';
import type { LaidBlock } from '../format/layout';
import type { Box } from '../geometry/box';
import type { OddText } from '../lettering/clean-text';
import type { FitTask, Fitted } from '../lettering/fitting';
import type { Facts, PartsFacts } from '../property/facts';
import type { CellContext, ComposedCell } from '../scene/cell-room';
import type { ContentText } from '../scene/content-text';
import type { CellReport } from '../scene/report';
import type { Resources, SheetRequest } from '../scene/resources';
import type { PlacedViews } from '../view/placing';
import type { Rules } from '../rules/effective';
import type { Place } from './finding';

/** A whole sheet as it was composed. */
export interface LookedSheet {
  document: FormatDocument;
  sizeId: string;
  /** The size's name. */
  size: string;
  /** The first sheet, not one that follows. */
  first: boolean;
  laid: readonly LaidBlock[];
  /** Of each block in {@link laid}. */
  lines: readonly (readonly BlockLine[])[];
  cells: readonly CellReport[];
  /** The cells that have text, with its ink. */
  inked: readonly LookedInk[];
  space: Box;
  /** The trimmed sheet's size. */
  trimmed: Pick<Box, 'width' | 'height'>;
  largestClear: Box;
  /** The sheet's scale, where it has one. */
  scale?: string | undefined;
  /** The views that stand on it. */
  views?: PlacedViews;
  /** How many sheets there are. */
  sheets: number;
  facts: Facts;
  rules: Rules;
  resources: Resources;
}

/** The ink of a cell's text. */
export type LookedInk = Pick<ComposedCell, 'report' | 'inked'>;

/** A cell by itself, whatever it is filled with. */
export interface LookedCell {
  context: CellContext;
  /** What messages call it. */
  name: string;
}

/** A cell's caption as it is set, mm. */
export interface LookedCaption extends LookedCell {
  text: string;
  width: number;
  available: number;
  glyphs: SetGlyphs;
  odd: OddText;
}

/** Characters that the lettering's font does not have: those of another font, and those of none. */
export interface SetGlyphs {
  fallbacks: readonly string[];
  missing: readonly string[];
}

/** A cell's text as it was resolved and fitted. */
export interface LookedText extends LookedCell {
  content: ContentText;
  task: FitTask;
  /** Absent for a cell that prints nothing. */
  fitted?: { fit: Fitted; text: string };
  glyphs: SetGlyphs;
  odd: OddText;
}

/** A cell's picture: its dots per inch as printed when it is a raster. */
export interface LookedPicture extends LookedCell {
  hash: string;
  /** Whether the office has it. */
  known: boolean;
  dpi?: number | undefined;
}

/** A growing table on a sheet, laid out or, without data, not. */
export interface LookedTable {
  block: Block;
  request: SheetRequest;
  /** Rows that have no place on the sheet. */
  left: number;
  /** A sheet after this one goes on with them, and says what has none there. */
  goesOn: boolean;
  parts?: PartsFacts | undefined;
  /** The general tolerance that the profile states and that cannot be read; an empty object when it states none. */
  unread?: { stated?: string } | undefined;
}

export const cellPlace = ({ context, name }: LookedCell): Place => ({
  block: context.block,
  cell: context.cell.id,
  name,
});

/** Where a sheet prints a property first; nowhere in particular when it does not. */
export function placePrinting(property: string, { cells }: Pick<LookedSheet, 'cells'>): Place {
  const cell = cells.find(({ trace }) => trace.some((one) => one.property === property));
  return cell ? { block: cell.block, cell: cell.id, name: cell.name } : {};
}

/** A cell of a sheet as a place, by the name that its report has. */
export function placeOn({ cells }: Pick<LookedSheet, 'cells'>, block: string, cell: string): Place {
  const name = cells.find((one) => one.block === block && one.id === cell)?.name;
  return { block, cell, ...(name !== undefined && { name }) };
}

export const blockPlace = ({ id, name }: Pick<Block, 'id' | 'name'>): Place => ({ block: id, name });
