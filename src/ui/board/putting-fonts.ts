import { type Outcome, refuse } from '../../core/refusal';
import { loadFonts, resourcesFrom } from '../data/office';
import { useBoardStore } from './board-store';
import { keepOffice } from './keeping';

/** Takes a font file into the office, to choose in lettering styles. Refused with the server's reason. */
export async function putFont(file: File): Promise<Outcome<object>> {
  const taken = await upload(file);
  if (!taken.ok) return taken;
  const { board, set } = useBoardStore.getState();
  if (!board) return refuse('The board was closed meanwhile.');
  const { id, name } = taken;
  const others = board.office.fonts.filter((font) => font.id !== id);
  const office = { ...board.office, fonts: [...others, { id, name }] };
  set({ office, resources: resourcesFrom(office, await loadFonts(office.fonts)) });
  void keepOffice(board.format.id, office);
  return { ok: true };
}

async function upload(file: File): Promise<Outcome<{ id: string; name: string }>> {
  try {
    const response = await fetch('/api/fonts', { method: 'POST', body: file });
    const answer = (await response.json()) as { reason?: string; id: string; name: string };
    return response.ok ? { ok: true, ...answer } : refuse(answer.reason ?? `The server answered ${response.status}.`);
  } catch {
    return refuse('Zonograph’s server does not answer. The font is not added; try again.');
  }
}
