import { openNextEdition } from '../../../contract/editions';
import { type EditionView, makeFormat, readEdition } from '../../../contract/formats';
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

/** Opens the next edition and goes on there with what is on the board; it is saved by itself. */
export async function keepInNextEdition(store: BoardStore): Promise<void> {
  const { document, format } = store.getState().board!;
  const { id } = await ask(openNextEdition, { params: { id: format.id }, body: {} });
  const { edition } = await ask(readEdition, { params: { id } });
  showStored(store, edition);
  store.getState().set({ document });
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
