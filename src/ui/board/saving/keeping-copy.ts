import { type EditionView, makeFormat } from '../../../contract/formats';
import { ask } from '../../data/request';
import { useBoardStore } from '../board-store';

/** Puts what is on the board on the shelf as a format of its own, and shows the edition as it is stored. @returns the copy's id */
export async function keepAsCopy(current: EditionView): Promise<string> {
  const { board, set } = useBoardStore.getState();
  const { document, format } = board!;
  const body = { copyOf: format.id, name: `${document.name}, my version`, document };
  const { id } = await ask(makeFormat, { body });
  showStored(current, set);
  return id;
}

/** Gives up what is not saved and shows the edition as it is stored. */
export function showStored(current: EditionView, set = useBoardStore.getState().set): void {
  const { board } = useBoardStore.getState();
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
