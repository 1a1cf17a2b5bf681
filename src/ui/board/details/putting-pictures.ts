import type { Cell } from '../../../core/format/document';
import { type Outcome, refuse } from '../../../core/refusal';
import { resourcesFrom, tablesOf } from '../../data/office';
import { takeInPicture } from '../../data/take-in-picture';
import type { BoardStore } from '../board-store';
import { withContent } from './cell-content';
import { keepOffice } from '../saving/keeping';

/** Takes a picture file into the office and puts it into a cell, in the place of one of its contents. Refused with the server's reason. */
export async function putPicture(
  store: BoardStore,
  file: File,
  block: string,
  cell: Cell,
  index = 0,
): Promise<Outcome<object>> {
  const taken = await takeInPicture(file);
  if (!taken.ok) return taken;
  const { board, set, perform } = store.getState();
  if (!board) return refuse('The board was closed meanwhile.');
  const office = { ...board.office, pictures: { ...board.office.pictures, [taken.hash]: taken.picture } };
  set({ office, resources: resourcesFrom(office, tablesOf(board.resources)) });
  void keepOffice(board.format.id, { format: board.format, office });
  const outcome = perform({
    op: 'set cell',
    block,
    cell: cell.id,
    change: {
      contents: withContent(cell, index, { picture: { from: { hash: taken.hash }, scale: 'fit' } }),
      place: { ...cell.place, across: 'centre', up: 'middle' },
    },
  });
  if (outcome.ok)
    set({
      notice: taken.leftOut.length > 0 ? `The picture is in; left out of it: ${taken.leftOut.join(', ')}.` : undefined,
    });
  return outcome;
}

/** The first file of a drop or a paste, if there is one. */
export function fileOf(data: DataTransfer | null): File | undefined {
  return data?.files[0];
}
