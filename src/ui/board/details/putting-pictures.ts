import type { Block, Cell } from '../../../core/format/document';
import { picturesIn } from '../../../core/format/pictures-used';
import type { PictureData } from '../../../core/picture/picture';
import { type Outcome, refuse } from '../../../core/refusal';
import { loadPicturesOf, resourcesFrom, tablesOf } from '../../data/office';
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
  if (!haveAtHand(store, { [taken.hash]: taken.picture })) return refuse('The board was closed meanwhile.');
  const { set, perform } = store.getState();
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

/** Has pictures at hand on the board, to be drawn. @returns false when it was closed meanwhile */
function haveAtHand(store: BoardStore, pictures: Record<string, PictureData>): boolean {
  const { board, set } = store.getState();
  if (!board) return false;
  const office = { ...board.office, pictures: { ...board.office.pictures, ...pictures } };
  set({ office, resources: resourcesFrom(office, tablesOf(board.resources)) });
  void keepOffice(board.format.id, { format: board.format, office });
  return true;
}

/** Loads the pictures of blocks that come from elsewhere; one that is not in the office is left out, and a finding. */
export async function bringPictures(store: BoardStore, blocks: readonly Block[]): Promise<void> {
  const pictures = await loadPicturesOf(picturesIn(blocks));
  if (Object.keys(pictures).length > 0) haveAtHand(store, pictures);
}

/** The first file of a drop or a paste, if there is one. */
export function fileOf(data: DataTransfer | null): File | undefined {
  return data?.files[0];
}
