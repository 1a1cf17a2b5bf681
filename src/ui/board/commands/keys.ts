import { type BoardStore, type OpenBoard, openBoard } from '../board-store';
import { isTyping } from '../../sheet/is-typing';
import { COMMANDS, nudgeBlock, runKey } from './commands';
import { goToNeighbour } from './selection';

/** The keys of the board that are no commands, for the list that `?` shows; the commands bring their own. */
const OTHER_KEYS: { keys: string; words: string }[] = [
  { keys: 'Wheel, pinch', words: 'Zoom about the pointer' },
  { keys: 'Space and drag', words: 'Pan' },
  { keys: 'Enter', words: 'Block: fill the view with it. Cell: type its content' },
  { keys: 'Tab, in a content', words: 'Go on typing in the next cell; with Shift, in the caption' },
  { keys: 'Arrows', words: 'Cell: go to its neighbour, with Shift extend. Block: move it, with Shift further' },
  { keys: 'Ctrl and click', words: 'Add a cell of any block to the selection' },
  { keys: 'Drag out of a ruler', words: 'A guide, to bring edges in line with' },
  { keys: 'N', words: 'To the numbers of the columns and rows' },
  { keys: '/, in a content', words: 'Find a property to link; // writes a slash' },
  { keys: 'Up and down', words: 'In the list of findings: to the next one, which is marked on the sheet' },
  { keys: 'Escape', words: 'From the cell to its block, then to the sheet' },
  { keys: 'Ctrl K', words: 'Find a cell, size, view, proof, property or command' },
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

/** Does what a key means on the board; true when it meant something. Keys typed into fields are theirs. */
export function boardKey(store: BoardStore, event: KeyboardEvent, open: Openers): boolean {
  const desk = openBoard(store);
  if (!desk) return false;
  const { board, view, set } = desk;
  const control = event.ctrlKey || event.metaKey;
  if (control && event.key.toLowerCase() === 'k') {
    open.finder();
    return true;
  }
  if (isTyping(event)) return false;
  if (event.key in ARROWS && !control) return arrow(store, desk, event);
  const key = event.key.length === 1 ? event.key.toUpperCase() : event.key === 'Backspace' ? 'Delete' : event.key;
  if (!control && !event.altKey) {
    if (event.key === '?') open.keys();
    else if (key === 'B') open.addBlock();
    else if (key === 'Enter') return enter(desk, event);
    else if (key === 'N') view.getState().focusNumbers?.();
    else if (key === 'Escape') {
      const { selection } = board;
      if (view.getState().measuring || view.getState().docking) {
        view.setState({ measuring: false, docking: false });
        return true;
      }
      set({
        notice: undefined,
        selection: selection.kind === 'cell' ? { kind: 'block', block: selection.block } : { kind: 'sheet' },
      });
    } else return runKey(store, `${event.shiftKey && key !== '?' ? 'Shift ' : ''}${key}`);
    return true;
  }
  // Ctrl V is left to the paste event, which may bring a picture.
  return control && key !== 'V' && runKey(store, `Ctrl ${event.shiftKey ? 'Shift ' : ''}${key}`);
}

/** Enter frames the selected block, and begins to type in the selected cell; on a button it presses that. */
function enter(desk: OpenBoard, event: KeyboardEvent): boolean {
  if (event.defaultPrevented || (event.target as HTMLElement).closest('button, a')) return false;
  return enterSelected(desk);
}

/** Frames the selected block, or begins to type in the selected cell. */
export function enterSelected({ board, view, set }: OpenBoard): boolean {
  const { selection } = board;
  if (selection.kind === 'cell') set({ typingIn: 'content' });
  else if (selection.kind === 'block') {
    const { frameSelected } = view.getState();
    frameSelected?.();
    return frameSelected !== undefined;
  } else return false;
  return true;
}

function arrow(store: BoardStore, desk: OpenBoard, event: KeyboardEvent): boolean {
  const direction = ARROWS[event.key]!;
  if (event.altKey) return runKey(store, event.key === 'ArrowUp' ? 'Alt ↑' : 'Alt ↓');
  const { selection } = desk.board;
  if (selection.kind === 'block') return nudgeBlock(desk, direction.column, -direction.row, event.shiftKey);
  return goToNeighbour(desk, direction, event.shiftKey);
}
