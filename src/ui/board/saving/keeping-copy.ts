import { type EditionView, makeFormat } from '../../../contract/formats';
import { ask } from '../../data/request';
import type { BoardStore } from '../board-store';

/** Puts what is on the board on the shelf as a format of its own, and shows the edition as it is stored. @returns the copy's id */
export async function keepAsCopy(store: BoardStore, current: EditionView): Promise<string> {
  const { document, format } = store.getState().board!;
  const body = { copyOf: format.id, name: `${document.name}, my version`, document };
  const { id } = await ask(makeFormat, { body });
  showStored(store, current);
  return id;
}

/** Gives up what is not saved and shows the edition as it is stored. */
export function showStored(store: BoardStore, current: EditionView): void {
  const { board, set } = store.getState();
  if (!board) return;
  const { document, version } = current;
  set({
    format: { ...board.format, edition: current },
    base: document,
    document,
    version,
    past: [],
    future: [],
    saveState: { kind: 'saved' },
  });
}
