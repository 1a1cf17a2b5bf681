import { type Outcome, refuse } from '../../../core/refusal';
import { takeFont } from '../../../contract/formats';
import { loadFonts, resourcesFrom } from '../../data/office';
import { RequestFailed, ask } from '../../data/request';
import type { BoardStore } from '../board-store';
import { keepOffice } from '../saving/keeping';

/** Takes a font file into the office, to choose in lettering styles. Refused with the server's reason. */
export async function putFont(store: BoardStore, file: File): Promise<Outcome<object>> {
  const taken = await upload(file);
  if (!taken.ok) return taken;
  const { board, set } = store.getState();
  if (!board) return refuse('The board was closed meanwhile.');
  const { id, name } = taken;
  const others = board.office.fonts.filter((font) => font.id !== id);
  const office = { ...board.office, fonts: [...others, { id, name }] };
  set({ office, resources: resourcesFrom(office, await loadFonts(office.fonts)) });
  void keepOffice(board.format.id, { format: board.format, office });
  return { ok: true };
}

async function upload(file: File): Promise<Outcome<{ id: string; name: string }>> {
  try {
    return { ok: true, ...(await ask(takeFont, { body: new Uint8Array(await file.arrayBuffer()) })) };
  } catch (error) {
    const away = error instanceof RequestFailed && error.status === 0;
    return refuse(away ? `${error.message} The font is not added; try again.` : (error as Error).message);
  }
}
