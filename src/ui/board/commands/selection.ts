import type { Block, Cell } from '../../../core/format/document';
import { type FieldRange, cellAtField, cellsInRange, rangeAround } from '../../../core/format/ranges';
import type { Board, BoardState, OpenBoard, Selection } from '../board-store';

/** Cells as they are read: row by row, from left to right. */
export const inReadingOrder = (cells: readonly Cell[]): Cell[] =>
  cells.toSorted((a, b) => a.row - b.row || a.column - b.column);

/** The ids of the selected cells, the first chosen one first. */
export function selectedIds(selection: Selection): string[] {
  return selection.kind === 'cell' ? [selection.cell, ...(selection.others ?? [])] : [];
}

/** The block the selection is in, with the cells that are selected of it. */
export function selectedIn(
  board: Pick<BoardState, 'document' | 'selection'>,
): { block: Block; cells: Cell[] } | undefined {
  const { selection } = board;
  if (!('block' in selection)) return undefined;
  const block = board.document.blocks.find((candidate) => candidate.id === selection.block);
  if (!block) return undefined;
  const ids = selectedIds(selection);
  return { block, cells: ids.flatMap((id) => block.cells.find((cell) => cell.id === id) ?? []) };
}

/** Every selected cell with its block, in whatever block it is; the first chosen one first. */
export function selectedEverywhere({
  document,
  selection,
}: Pick<BoardState, 'document' | 'selection'>): { block: Block; cell: Cell }[] {
  return selectedIds(selection).flatMap((id) => {
    for (const block of document.blocks) {
      const cell = block.cells.find((candidate) => candidate.id === id);
      if (cell) return [{ block, cell }];
    }
    return [];
  });
}

/** Adds a cell of any block to the selection, or takes it out again. */
export function toggleCell({ board, set }: OpenBoard, block: string, cell: string): void {
  const { selection } = board;
  if (selection.kind !== 'cell') {
    set({ selection: { kind: 'cell', block, cell } });
    return;
  }
  if (selection.cell === cell) return;
  const others = selection.others ?? [];
  const next = others.includes(cell) ? others.filter((id) => id !== cell) : [...others, cell];
  set({
    selection: {
      kind: 'cell',
      block: selection.block,
      cell: selection.cell,
      ...(next.length > 0 && { others: next }),
    },
  });
}

/** Selects the rectangle of whole cells from the first chosen cell to another of the same block. */
export function extendTo({ set }: Pick<Board, 'set'>, block: Block, anchor: Cell, to: FieldRange): void {
  const cells = cellsInRange(block, rangeAround([anchor, to]));
  const others = cells.filter((cell) => cell.id !== anchor.id).map((cell) => cell.id);
  set({ selection: { kind: 'cell', block: block.id, cell: anchor.id, ...(others.length > 0 && { others }) } });
}

/** Selects the neighbour of the selected cell in a direction, or with `extend` grows the selection that way. */
export function goToNeighbour(
  desk: OpenBoard,
  { column, row }: { column: number; row: number },
  extend: boolean,
): boolean {
  const selected = selectedIn(desk.board);
  const [anchor] = selected?.cells ?? [];
  if (!selected || !anchor) return false;
  const from = extend ? rangeAround(selected.cells) : anchor;
  const next = cellAtField(
    selected.block,
    column > 0 ? from.column + from.columnSpan : from.column + column,
    row > 0 ? from.row + from.rowSpan : from.row + row,
  );
  if (!next) return true;
  if (extend) extendTo(desk, selected.block, anchor, rangeAround([from, next]));
  else desk.set({ selection: { kind: 'cell', block: selected.block.id, cell: next.id } });
  return true;
}

/** Selects the whole column or row of the selected cell. */
export function selectTrack(desk: OpenBoard, axis: 'column' | 'row'): void {
  const selected = selectedIn(desk.board);
  const [anchor] = selected?.cells ?? [];
  if (!selected || !anchor) return;
  const { block } = selected;
  extendTo(
    desk,
    block,
    anchor,
    axis === 'column'
      ? { column: anchor.column, columnSpan: anchor.columnSpan, row: 0, rowSpan: block.rows.length }
      : { row: anchor.row, rowSpan: anchor.rowSpan, column: 0, columnSpan: block.columns.length },
  );
}
