import type { GlyphTableJson } from '../../core/lettering/glyph-table';
import { type OfficeData, loadFonts, loadFormat, resourcesFrom } from '../data/office';
import { RequestFailed } from '../data/request';
import { useBoardStore } from './board-store';
import { openGuides } from './guides';
import { type Kept, forget, isUnsaved, keepOffice, keptOf, keptOffice } from './keeping';

/**
 * Opens a format on the board: from the server, with the edits this browser still keeps; while the database is away,
 * from what the browser keeps alone.
 *
 * @throws RequestFailed when neither has it
 */
export async function openFormat(formatId: string): Promise<void> {
  const [answer, kept] = await Promise.all([
    loadFormat(formatId).catch((error: unknown) => error as RequestFailed),
    keptOf(formatId),
  ]);
  const unsaved = kept.own && isUnsaved(kept.own) ? kept.own : kept.leftBehind;
  if (answer instanceof Error) {
    const [last, office] = [unsaved ?? kept.own, await keptOffice(formatId)];
    if (!(answer instanceof RequestFailed) || !answer.away || !last || !office) throw answer;
    show(office, await loadFonts(office.fonts), last, true);
  } else {
    void keepOffice(formatId, answer);
    show(answer, await loadFonts(answer.fonts), unsaved, false);
  }
  if (kept.leftBehind && unsaved === kept.leftBehind) await forget(kept.leftBehind);
}

/** Fills the open board from what the office has now: models, dictionary, pictures. What is edited stays as it is. */
export async function fillAnew(formatId: string): Promise<void> {
  const office = await loadFormat(formatId);
  const tables = await loadFonts(office.fonts);
  const { board, set } = useBoardStore.getState();
  if (board?.format.id !== formatId) return;
  set({ office, resources: resourcesFrom(office, tables) });
  void keepOffice(formatId, office);
}

function show(office: OfficeData, tables: GlyphTableJson[], kept: Kept | undefined, away: boolean): void {
  const format = office.formats[0]!;
  const { edition } = format;
  openGuides(format.id);
  const moved = kept && !away && edition.version !== kept.version;
  useBoardStore.getState().open({
    format,
    office,
    resources: resourcesFrom(office, tables),
    base: kept?.base ?? edition.document,
    version: kept?.version ?? edition.version,
    document: kept?.document ?? edition.document,
    saveState: moved
      ? { kind: 'conflict', current: edition }
      : kept && isUnsaved(kept)
        ? { kind: away ? 'kept here' : 'saving' }
        : { kind: away ? 'kept here' : 'saved' },
  });
}
