import { useBoardStore } from '../board-store';
import { COMMANDS, nudgeBlock, runKey } from './commands';
import { goToNeighbour } from './selection';
import { useView } from '../../sheet/view-store';

/** The keys of the board that are no commands, for the list that `?` shows; the commands bring their own. */
const OTHER_KEYS: { keys: string; words: string }[] = [
  { keys: 'Wheel, pinch', words: 'Zoom about the pointer' },
  { keys: 'Space and drag', words: 'Pan' },
  { keys: 'Enter', words: 'Block: fill the view with it. Cell: type its content' },
  { keys: 'Tab, in a content', words: 'Go on typing in the next cell' },
  { keys: 'Arrows', words: 'Cell: go to its neighbour, with Shift extend. Block: move it, with Shift further' },
  { keys: 'Ctrl and click', words: 'Add a cell of any block to the selection' },
  { keys: 'Drag out of a ruler', words: 'A guide, to bring edges in line with' },
  { keys: 'N', words: 'To the numbers of the columns and rows' },
  { keys: '/, in a content', words: 'Find a property to link' },
  { keys: 'Escape', words: 'From the cell to its block, then to the sheet' },
  { keys: 'Ctrl K', words: 'Find a cell or a command' },
  { keys: 'B', words: 'Add a block' },
  { keys: '?', words: 'This list' },
];

/** Every key of the board with what it does. */
export const BOARD_KEYS = [...OTHER_KEYS, ...COMMANDS.flatMap(({ keys, words }) => (keys ? [{ keys, words }] : []))];

const ARROWS: Record<string, { column: number; row: number }> = {
  ArrowLeft: { column: -1, row: 0 },
  ArrowRight: { column: 1, row: 0 },
  ArrowUp: { column: 0, row: -1 },
  ArrowDown: { column: 0, row: 1 },
};

export interface Openers {
  keys: () => void;
  finder: () => void;
  addBlock: () => void;
}

/** True when a key event belongs to a field, an editor, a dialog or a menu. */
export const isTyping = (event: Event): boolean =>
  event.target instanceof HTMLElement &&
  event.target.closest('input, select, textarea, [contenteditable=true], [role=dialog], [role=menu]') !== null;

/** Does what a key means on the board; true when it meant something. Keys typed into fields are theirs. */
export function boardKey(event: KeyboardEvent, open: Openers): boolean {
  const { board, set } = useBoardStore.getState();
  if (!board) return false;
  const control = event.ctrlKey || event.metaKey;
  if (control && event.key.toLowerCase() === 'k') {
    open.finder();
    return true;
  }
  if (isTyping(event)) return false;
  if (event.key in ARROWS && !control) return arrow(event);
  const key = event.key.length === 1 ? event.key.toUpperCase() : event.key === 'Backspace' ? 'Delete' : event.key;
  if (!control && !event.altKey) {
    if (event.key === '?') open.keys();
    else if (key === 'B') open.addBlock();
    else if (key === 'N') useView.getState().focusNumbers?.();
    else if (key === 'Escape') {
      const { selection } = board;
      if (useView.getState().measuring) {
        useView.setState({ measuring: false });
        return true;
      }
      set({
        notice: undefined,
        selection: selection.kind === 'cell' ? { kind: 'block', block: selection.block } : { kind: 'sheet' },
      });
    } else return runKey(`${event.shiftKey && key !== '?' ? 'Shift ' : ''}${key}`);
    return true;
  }
  // Ctrl V is left to the paste event, which may bring a picture.
  return control && key !== 'V' && runKey(`Ctrl ${event.shiftKey ? 'Shift ' : ''}${key}`);
}

function arrow(event: KeyboardEvent): boolean {
  const direction = ARROWS[event.key]!;
  if (event.altKey) return runKey(event.key === 'ArrowUp' ? 'Alt ↑' : 'Alt ↓');
  const { selection } = useBoardStore.getState().board!;
  if (selection.kind === 'block') return nudgeBlock(direction.column, -direction.row, event.shiftKey);
  const went = goToNeighbour(direction, event.shiftKey);
  if (went && window.document.activeElement?.getAttribute('role') === 'treeitem') focusSelected();
  return went;
}

/** In the outline the focus goes with the selection. */
function focusSelected(): void {
  const selection = useBoardStore.getState().board?.selection;
  if (selection?.kind === 'cell')
    window.document.querySelector<HTMLElement>(`[data-item="${selection.cell}"]`)?.focus();
}
