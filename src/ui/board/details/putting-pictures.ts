import type { Cell } from '../../../core/format/document';
import { LARGEST_PICTURE, type PictureData } from '../../../core/picture/picture';
import { type Outcome, refuse } from '../../../core/refusal';
import { takePicture } from '../../../contract/pictures';
import { resourcesFrom, tablesOf } from '../../data/office';
import { RequestFailed, ask } from '../../data/request';
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
  if (file.size > LARGEST_PICTURE)
    return refuse(`The picture is ${(file.size / 1024 / 1024).toFixed(1)} MB; at most 10 MB are taken.`);
  const taken = await upload(file);
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

async function upload(file: File): Promise<Outcome<{ hash: string; picture: PictureData; leftOut: string[] }>> {
  try {
    const body = new Uint8Array(await file.arrayBuffer());
    return { ok: true, ...(await ask(takePicture, { query: { name: file.name }, body })) };
  } catch (error) {
    const away = error instanceof RequestFailed && error.status === 0;
    return refuse(away ? `${error.message} The picture is not put in; try again.` : (error as Error).message);
  }
}

/** The first file of a drop or a paste, if there is one. */
export function fileOf(data: DataTransfer | null): File | undefined {
  return data?.files[0];
}
