import type { Box, Point } from '../geometry/box';
import { right, top } from '../geometry/box';
import { type Placing, boxToSheet, turnedSize } from '../geometry/placing';
import { TOLERANCE } from '../geometry/length';
import type { Block, Cell, Corner, Dock, FormatDocument, Side } from './document';
import { type GrownBlock, growBlock, growthTrouble, patternRow } from './growth';
import { lengthAt, valueAt } from './length-value';
import { type Occasion, applies } from './occasion';
import { type RowsToLay, rowsShown } from './rows-shown';
import { type TracksTrouble, resolveTracks } from './tracks';

export interface LaidCell {
  cell: Cell;
  /** On the sheet. */
  box: Box;
}

/** What a growing block shows of its rows, and how it was made. */
export interface Grown extends Omit<GrownBlock, 'block'> {
  /** How many of the rows it shows, and how many have no place on it. */
  rows: number;
  left: number;
}

/** A block as it stands on one sheet. A growing one has all its rows. */
export interface LaidBlock {
  block: Block;
  grown?: Grown;
  /** Maps the block's own coordinates (origin at its unturned lower left) onto the sheet. */
  placing: Placing;
  box: Box;
  /** Column edges from the left and row edges from the top, mm, in the block's own directions. */
  columnEdges: number[];
  rowEdges: number[];
  cells: LaidCell[];
  troubles: TracksTrouble[];
}

/**
 * Lays out every block that appears on this occasion within the drawing space, in the document's order.
 *
 * @param rows of each growing block by its id; one that is not in it stands as the document has it, with one row
 */
export function layBlocks(
  document: FormatDocument,
  space: Box,
  occasion: Occasion,
  rows: ReadonlyMap<string, RowsToLay> = new Map(),
): LaidBlock[] {
  const shown = document.blocks.filter(
    (block) => applies(block.condition, occasion) && !isEmptyTable(block, rows.get(block.id)),
  );
  const laid = new Map<string, LaidBlock>();
  const lay = (block: Block): LaidBlock => {
    const done = laid.get(block.id);
    if (done) return done;
    const support = block.dock.to.flatMap(({ block: id, side }) => {
      const other = shown.find((candidate) => candidate.id === id);
      return other ? [{ other, side }] : [];
    })[0];
    const around = {
      space,
      sizeId: occasion.sizeId,
      ...(support && { support: { box: lay(support.other).box, side: support.side } }),
    };
    const data = rows.get(block.id);
    const overHeading = block.grow !== undefined && growthTrouble(block, block.grow) !== undefined;
    const result = data && !overHeading ? layGrowing(block, data, around) : layBlock(block, around);
    if (overHeading) result.troubles.push({ kind: 'cell over the heading' });
    laid.set(block.id, result);
    return result;
  };
  return shown.map(lay);
}

const isEmptyTable = ({ grow }: Block, rows: RowsToLay | undefined): boolean =>
  grow !== undefined && grow.least === 0 && rows?.count === 0;

/** What a block is laid out against. */
interface Around {
  space: Box;
  sizeId: string;
  support?: { box: Box; side: Side };
}

function layBlock(block: Block, around: Around): LaidBlock {
  const { space, sizeId } = around;
  const available = turnedSize(space.width, space.height, block.turn);
  const columns = resolveTracks(block.columns, block.width, available.width, sizeId, 'column');
  const rows = resolveTracks(block.rows, block.height, available.height, sizeId, 'row');
  const width = columns.edges.at(-1)!;
  const height = rows.edges.at(-1)!;
  const box = place(block, width, height, around);
  const placing = { at: { x: box.x, y: box.y }, turn: block.turn, width, height };
  const cells = block.cells.map((cell) => {
    const left = columns.edges[cell.column]!;
    const upper = rows.edges[cell.row]!;
    const lower = rows.edges[cell.row + cell.rowSpan]!;
    const own = {
      x: left,
      y: height - lower,
      width: columns.edges[cell.column + cell.columnSpan]! - left,
      height: lower - upper,
    };
    return { cell, box: boxToSheet(placing, own) };
  });
  return {
    block,
    placing,
    box,
    columnEdges: columns.edges,
    rowEdges: rows.edges,
    cells,
    troubles: [columns.trouble, rows.trouble].filter((trouble) => trouble !== undefined),
  };
}

/** Where a block of that size (before turning) stands, turned and docked. */
function place(block: Block, width: number, height: number, { space, sizeId, support }: Around): Box {
  const size = turnedSize(width, height, block.turn);
  const dock = support ? besideBlock(block.dock, support, size) : inCorner(block.dock.corner, space, size);
  return {
    x: dock.x + lengthAt(block.dock.offset.x, sizeId),
    y: dock.y + lengthAt(block.dock.offset.y, sizeId),
    ...size,
  };
}

/** Lays out a block with the rows that it has room for, in the drawing space and under its most. */
function layGrowing(block: Block, rows: RowsToLay, around: Around): LaidBlock {
  const growth = block.grow!;
  const { space, sizeId, support } = around;
  const available = turnedSize(space.width, space.height, block.turn);
  const columns = resolveTracks(block.columns, block.width, available.width, sizeId, 'column');
  const own = resolveTracks(block.rows, 'sum', available.height, sizeId, 'row');
  const sizes = { columns: steps(columns.edges), rows: steps(own.edges) };
  const pattern = sizes.rows[patternRow(block, growth)]!;
  const [width, heading] = [columns.edges.at(-1)!, own.edges.at(-1)! - pattern];
  const { sides, repeated } = rowsShown(growth, rows, {
    pattern,
    most: valueAt(growth.most, sizeId),
    fits: (heights, count) => {
      const box = place(block, width * count, heading + sum(heights), around);
      return along(box, space, block.turn) && (count === 1 || across(box, space, block.turn));
    },
  });
  const fromRight = support ? block.dock.align === 'end' : block.dock.corner.endsWith('right');
  const { block: whole, ...grown } = growBlock(block, growth, { ...sizes, repeated }, sides, fromRight);
  const laid = layBlock(whole, around);
  const shown = sides.flat().filter((one) => typeof one === 'object' && 'row' in one).length;
  return {
    ...laid,
    grown: { ...grown, rows: shown, left: rows.count - shown },
    troubles: [columns.trouble, own.trouble, ...laid.troubles].filter((trouble) => trouble !== undefined),
  };
}

const sum = (sizes: readonly number[]) => sizes.reduce((total, size) => total + size, 0);
const steps = (edges: readonly number[]) => edges.slice(1).map((edge, i) => edge - edges[i]!);

/** Whether a box lies within the space in the direction in which a block of that turn grows. */
function along(box: Box, space: Box, turn: Block['turn']): boolean {
  return turn === 90 || turn === 270
    ? box.x >= space.x - TOLERANCE && right(box) <= right(space) + TOLERANCE
    : box.y >= space.y - TOLERANCE && top(box) <= top(space) + TOLERANCE;
}

const across = (box: Box, space: Box, turn: Block['turn']) => along(box, space, turn === 90 || turn === 270 ? 0 : 90);

function inCorner(corner: Corner, space: Box, size: { width: number; height: number }): Point {
  return {
    x: corner.endsWith('left') ? space.x : right(space) - size.width,
    y: corner.startsWith('lower') ? space.y : top(space) - size.height,
  };
}

function besideBlock(
  dock: Dock,
  { box, side }: { box: Box; side: Side },
  size: { width: number; height: number },
): Point {
  const along = (start: number, room: number, own: number) =>
    dock.align === 'start' ? start : dock.align === 'end' ? start + room - own : start + (room - own) / 2;
  if (side === 'above' || side === 'below') {
    return {
      x: along(box.x, box.width, size.width),
      y: side === 'above' ? top(box) : box.y - size.height,
    };
  }
  return {
    x: side === 'right' ? right(box) : box.x - size.width,
    y: along(box.y, box.height, size.height),
  };
}
