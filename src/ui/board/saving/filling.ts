import { type Filled, loadAtHand } from '../../data/office';
import type { BoardStore } from '../board-store';

/** Fills the desk from a model, which is loaded with all that it is made of when it is not at hand; or from none. */
export async function fillFrom(store: BoardStore, filled: Filled | undefined): Promise<void> {
  const { board, set } = store.getState();
  if (!board) return;
  if (!filled || board.office.specimens.some(({ id }) => id === filled.specimen)) {
    set({ filled });
    return;
  }
  try {
    const { office } = await loadAtHand([board.format], [filled.specimen]);
    const now = store.getState();
    if (now.board?.format.id !== board.format.id) return;
    const known = new Set(now.board.office.specimens.map(({ id }) => id));
    const fresh = office.specimens.filter(({ id }) => !known.has(id));
    now.set({ filled, office: { ...now.board.office, specimens: [...now.board.office.specimens, ...fresh] } });
  } catch (error) {
    set({ notice: (error as Error).message });
  }
}
