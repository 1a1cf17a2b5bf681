import type { Block, Cell } from '../../core/format/document';
import { useBoardStore } from './board-store';
import { useView } from './view-store';

/** The keys of the board, for the list that `?` shows. */
export const BOARD_KEYS: { keys: string; words: string }[] = [
  { keys: '0', words: 'Fit the sheet' },
  { keys: 'Wheel, pinch', words: 'Zoom about the pointer' },
  { keys: 'Space and drag', words: 'Pan' },
  { keys: 'Enter', words: 'Block: fill the view with it. Cell: type its content' },
  { keys: 'Arrows', words: 'Go to the neighbouring cell' },
  { keys: '/', words: 'In a content: find a property to link' },
  { keys: 'Escape', words: 'From the cell to its block, then to the sheet' },
  { keys: 'Ctrl Z, Ctrl Shift Z', words: 'Undo, redo' },
  { keys: '?', words: 'This list' },
];

const ARROWS: Record<string, { column: number; row: number }> = {
  ArrowLeft: { column: -1, row: 0 },
  ArrowRight: { column: 1, row: 0 },
  ArrowUp: { column: 0, row: -1 },
  ArrowDown: { column: 0, row: 1 },
};

/** Does what a key means on the board; true when it meant something. Keys typed into fields are theirs. */
export function boardKey(event: KeyboardEvent, showKeys: () => void): boolean {
  const store = useBoardStore.getState();
  const { board } = store;
  if (!board) return false;
  const typing =
    event.target instanceof HTMLElement &&
    event.target.closest('input, select, textarea, [contenteditable=true], [role=dialog], [role=menu]');
  if (typing) return false;
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    if (event.shiftKey) store.redo();
    else store.undo();
    return true;
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return false;
  if (event.key === '0') useView.getState().fit();
  else if (event.key === '?') showKeys();
  else if (event.key === 'Escape') {
    const { selection } = board;
    store.set({ selection: selection.kind === 'cell' ? { kind: 'block', block: selection.block } : { kind: 'sheet' } });
  } else if (event.key in ARROWS) return toNeighbour(ARROWS[event.key]!);
  else return false;
  return true;
}

/** Selects the cell next to the selected one in a direction. */
function toNeighbour({ column, row }: { column: number; row: number }): boolean {
  const { board, set } = useBoardStore.getState();
  const selection = board?.selection;
  if (!board || selection?.kind !== 'cell') return false;
  const block = board.document.blocks.find((candidate) => candidate.id === selection.block);
  const cell = block?.cells.find((candidate) => candidate.id === selection.cell);
  if (!block || !cell) return false;
  const next = cellAt(
    block,
    column > 0 ? cell.column + cell.columnSpan : cell.column + column,
    row > 0 ? cell.row + cell.rowSpan : cell.row + row,
  );
  if (next) set({ selection: { kind: 'cell', block: block.id, cell: next.id } });
  return true;
}

function cellAt(block: Block, column: number, row: number): Cell | undefined {
  return block.cells.find(
    (cell) =>
      column >= cell.column &&
      column < cell.column + cell.columnSpan &&
      row >= cell.row &&
      row < cell.row + cell.rowSpan,
  );
}
