import type { Box, Point } from '../geometry/box';
import { right, top } from '../geometry/box';
import { type Placing, boxToSheet, turnedSize } from '../geometry/placing';
import type { Block, Cell, Corner, Dock, FormatDocument, Side } from './document';
import { lengthAt } from './length-value';
import { type Occasion, applies } from './occasion';
import { resolveTracks } from './tracks';

export interface LaidCell {
  cell: Cell;
  /** On the sheet. */
  box: Box;
}

/** A block as it stands on one sheet. */
export interface LaidBlock {
  block: Block;
  /** Maps the block's own coordinates (origin at its unturned lower left) onto the sheet. */
  placing: Placing;
  box: Box;
  /** Column edges from the left and row edges from the top, mm, in the block's own directions. */
  columnEdges: number[];
  rowEdges: number[];
  cells: LaidCell[];
  problems: string[];
}

/** Lays out every block that appears on this occasion within the drawing space, in the document's order. */
export function layBlocks(document: FormatDocument, space: Box, occasion: Occasion): LaidBlock[] {
  const shown = document.blocks.filter((block) => applies(block.condition, occasion));
  const laid = new Map<string, LaidBlock>();
  const lay = (block: Block): LaidBlock => {
    const done = laid.get(block.id);
    if (done) return done;
    const support = block.dock.to.flatMap(({ block: id, side }) => {
      const other = shown.find((candidate) => candidate.id === id);
      return other ? [{ other, side }] : [];
    })[0];
    const result = layBlock(
      block,
      space,
      occasion.sizeId,
      support && { box: lay(support.other).box, side: support.side },
    );
    laid.set(block.id, result);
    return result;
  };
  return shown.map(lay);
}

function layBlock(block: Block, space: Box, sizeId: string, support?: { box: Box; side: Side }): LaidBlock {
  const available = turnedSize(space.width, space.height, block.turn);
  const columns = resolveTracks(block.columns, block.width, available.width, sizeId, 'column');
  const rows = resolveTracks(block.rows, block.height, available.height, sizeId, 'row');
  const width = columns.edges.at(-1)!;
  const height = rows.edges.at(-1)!;
  const size = turnedSize(width, height, block.turn);
  const dock = support ? besideBlock(block.dock, support, size) : inCorner(block.dock.corner, space, size);
  const at = {
    x: dock.x + lengthAt(block.dock.offset.x, sizeId),
    y: dock.y + lengthAt(block.dock.offset.y, sizeId),
  };
  const placing = { at, turn: block.turn, width, height };
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
    box: { ...at, ...size },
    columnEdges: columns.edges,
    rowEdges: rows.edges,
    cells,
    problems: [columns.problem, rows.problem].filter((problem) => problem !== undefined),
  };
}

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
