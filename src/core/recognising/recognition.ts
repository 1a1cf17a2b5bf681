import type { DrawnText } from '../exchange/reading/drawn';
import type { Box } from '../geometry/box';
import type { Block } from '../format/document';
import type { Border } from './border';
import type { CaptionCorrections } from './cell-texts';
import type { Field } from './faces';
import type { Correction, Meaning } from './meaning';
import type { BlockGrid } from './region-block';
import type { TableRows } from './table-words';
import type { SheetText } from './texts';

/** A text of a cell and what it is taken for. */
export interface ContentFound {
  text: SheetText;
  meaning: Meaning;
  /** Whether it begins a line. */
  isNewLine: boolean;
}

/** What is drawn in a cell and is no text. */
export type DrawnFound =
  | { kind: 'symbol'; angle: 'first angle' | 'third angle'; diameter: number }
  /** Lines and arcs that a cell can hold as a figure. */
  | { kind: 'figure' }
  /** More than that: kept as a vector picture. */
  | { kind: 'picture' };

export interface CellFound {
  /** In the block's own directions. */
  field: Field;
  /** On the sheet. */
  box: Box;
  turn: 0 | 90 | 270;
  caption?: SheetText;
  content: ContentFound[];
  drawn?: DrawnFound & { sources: number[] };
  /** From 0 to 1: how sure it is that this is what the cell holds. */
  sure: number;
}

/** A table that grows: its rows but the heading are one pattern. */
export interface TableFound {
  rows: TableRows;
  direction: 'up' | 'down';
  /** Rows that the drawing shows, filled or blank. */
  shown: number;
  /** How many of them are blank. */
  blank: number;
}

export interface BlockFound extends Omit<BlockGrid, 'cells'> {
  /** By which a correction names it: the figure of its upper left text or line. */
  id: number;
  name: string;
  role: Block['role'];
  cells: CellFound[];
  table?: TableFound;
  sure: number;
}

/** What somebody has put right. Texts and figures go by the index of their (first) figure. */
export interface Corrections {
  meanings: Readonly<Record<number, Correction>>;
  captions: CaptionCorrections;
  /** Blocks that are none: their lines and texts stay as they are drawn. */
  notBlocks: readonly number[];
  /** Tables that do not grow. */
  notTables: readonly number[];
  /** Whether what is not understood is kept as a picture of the sheet. */
  keepRest: boolean;
}

export const NO_CORRECTIONS: Corrections = { meanings: {}, captions: {}, notBlocks: [], notTables: [], keepRest: true };

/** What a drawing's sheet is taken for. Lengths in mm from the trimmed sheet's lower left corner. */
export interface Recognition {
  sheet: { width: number; height: number; name: string; standard?: string };
  border: Border;
  blocks: BlockFound[];
  /** Texts outside of blocks, line by line. */
  looseTexts: { lines: SheetText[]; meanings: Meaning[] }[];
  /** Figures that belong to nothing that was understood. */
  rest: number[];
  /** Figures off the sheet. */
  offSheet: number[];
  /** How many lines were mended: drawn twice, with gaps, or beyond their ends. */
  mended: number;
}

/** Zone letters and the size's name are texts too: where a drawing letters its sheet. */
export const sheetLettering = ({ zones, designation }: Border): DrawnText | undefined => zones?.letters ?? designation;
