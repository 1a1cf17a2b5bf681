import type { Block, Cell } from './document';

/** A rectangle of fields of a block's grid. */
export interface FieldRange {
  column: number;
  row: number;
  columnSpan: number;
  rowSpan: number;
}

/** The smallest rectangle of fields around cells. */
export function rangeAround(cells: readonly FieldRange[]): FieldRange {
  const column = Math.min(...cells.map((cell) => cell.column));
  const row = Math.min(...cells.map((cell) => cell.row));
  return {
    column,
    row,
    columnSpan: Math.max(...cells.map((cell) => cell.column + cell.columnSpan)) - column,
    rowSpan: Math.max(...cells.map((cell) => cell.row + cell.rowSpan)) - row,
  };
}

const touches = (a: FieldRange, b: FieldRange) =>
  a.column < b.column + b.columnSpan &&
  b.column < a.column + a.columnSpan &&
  a.row < b.row + b.rowSpan &&
  b.row < a.row + a.rowSpan;

/** The cells of the smallest rectangle of whole cells that holds a range, from the upper left in reading order. */
export function cellsInRange(block: Block, range: FieldRange): Cell[] {
  let around = range;
  for (;;) {
    const inside = block.cells.filter((cell) => touches(cell, around));
    const grown = rangeAround(inside);
    if (
      grown.columnSpan === around.columnSpan &&
      grown.rowSpan === around.rowSpan &&
      grown.column === around.column &&
      grown.row === around.row
    ) {
      return inside.toSorted((a, b) => a.row - b.row || a.column - b.column);
    }
    around = grown;
  }
}

/** The cell over a field, if there is one. */
export function cellAtField(block: Block, column: number, row: number): Cell | undefined {
  return block.cells.find((cell) => touches(cell, { column, row, columnSpan: 1, rowSpan: 1 }));
}
