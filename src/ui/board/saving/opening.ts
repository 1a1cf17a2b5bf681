import { deepEqual } from 'fast-equals';
import { readSteps } from '../../../contract/editions';
import type { EditionView, FormatView } from '../../../contract/formats';
import { goneBack } from '../../../core/format/going-back';
import { storedDocument } from '../../../core/format/reading';
import { type AtHand, loadAtHand, loadFonts, resourcesFrom } from '../../data/office';
import { editionQuery, formatQuery, stateQuery } from '../../data/queries';
import { theQueryClient } from '../../data/query-client';
import { RequestFailed, ask } from '../../data/request';
import type { BoardState, BoardStore, LookedAt, Past } from '../board-store';
import { sentAndStored } from './arrived';
import { type Kept, type KeptOffice, forget, isUnsaved, keepOffice, keptHistory, keptOf, keptOffice } from './keeping';

const load = async (id: string): Promise<KeptOffice & AtHand> => {
  const format = await theQueryClient().fetchQuery({ ...formatQuery(id), staleTime: 0 });
  return { format, ...(await loadAtHand([format], 'showpieces')) };
};

/**
 * Opens a format on the board: from the server, with the edits this browser still keeps; while the database is away,
 * from what the browser keeps alone.
 *
 * @throws RequestFailed when neither has it
 */
export async function openFormat(store: BoardStore, formatId: string): Promise<void> {
  const [answer, kept] = await Promise.all([
    load(formatId).catch((error: unknown) => error as RequestFailed),
    keptOf(formatId),
  ]);
  const left = kept.own && isUnsaved(kept.own) ? kept.own : kept.leftBehind;
  const unsaved = left && !(answer instanceof Error) ? withoutArrived(left, answer) : left;
  if (answer instanceof Error) {
    const [last, before] = [unsaved ?? kept.own, await keptOffice(formatId)];
    if (!(answer instanceof RequestFailed) || !answer.away || !last || !before) throw answer;
    const tables = await loadFonts(before.office.fonts);
    const resources = resourcesFrom(before.office, tables);
    await show(store, before.format, { office: before.office, tables, resources }, last, true);
  } else {
    const { format, office } = answer;
    void keepOffice(formatId, { format, office });
    await show(store, format, answer, unsaved, false);
  }
  if (kept.leftBehind && left === kept.leftBehind) await forget(kept.leftBehind);
}

/**
 * Opens an edition of a format to look at it, as it stood at a version when one is named. The state that is worked on is opened as ever.
 *
 * @throws RequestFailed when there is no such edition, or the way back to that version is not kept
 */
export async function lookAt(store: BoardStore, formatId: string, lookedAt: LookedAt): Promise<void> {
  const { edition, version } = lookedAt;
  const query = version === undefined ? editionQuery(edition) : stateQuery(edition, String(version));
  const format = await theQueryClient().fetchQuery({ ...query, staleTime: 0 });
  if (format.id !== formatId) throw new Error('This edition is of another format. Go to it from its own History.');
  if (format.edition.state === 'open' && format.lockedFor === undefined) return openFormat(store, formatId);
  const { office, resources } = await loadAtHand([format], 'showpieces');
  const { document, version: shown } = format.edition;
  store.getState().open({
    format,
    lookedAt,
    office,
    resources,
    base: document,
    version: shown,
    document,
    saveState: { kind: 'saved' },
  });
}

/**
 * What this browser keeps and the server does not have. When the answer to a save was lost, as when the page was left, what is stored may be
 * all of it, or what was sent before more was typed.
 */
function withoutArrived(kept: Kept, { format: { edition }, office: { properties } }: KeptOffice): Kept | undefined {
  if (sentAndStored([kept.document], edition, properties)) return undefined;
  const arrived = sentAndStored(kept.sent ?? [], edition, properties);
  return arrived ? { ...kept, base: arrived, version: edition.version } : kept;
}

/** Fills the open board from what the office has now: models, dictionary, pictures. What is edited stays as it is. */
export async function fillAnew(store: BoardStore, formatId: string): Promise<void> {
  const { board } = store.getState();
  if (board?.format.id !== formatId) return;
  const ids = board.office.specimens.map(({ id }) => id);
  const { office, resources } = await loadAtHand([board.format], ids);
  const now = store.getState();
  if (now.board?.format.id !== formatId) return;
  const pictures = { ...now.board.office.pictures, ...office.pictures };
  const filled = { ...office, pictures };
  now.set({ office: filled, resources: { ...resources, pictures: new Map(Object.entries(pictures)) } });
  if (!now.board.lookedAt) void keepOffice(formatId, { format: now.board.format, office: filled });
}

async function show(
  store: BoardStore,
  format: FormatView,
  { office, resources }: AtHand,
  kept: Kept | undefined,
  away: boolean,
): Promise<void> {
  const { edition } = format;
  const moved = kept && !away && edition.version !== kept.version;
  const upgraded = (document: unknown) => storedDocument(document, office.properties);
  const document = kept ? upgraded(kept.document) : edition.document;
  const saveState: BoardState['saveState'] = moved
    ? { kind: 'conflict', current: edition, reason: 'It was changed while this browser kept edits.' }
    : { kind: away ? 'kept here' : kept && isUnsaved(kept) ? 'saving' : 'saved' };
  const base = kept ? upgraded(kept.base) : edition.document;
  const history = await keptHistory(edition.id).catch(() => undefined);
  store.getState().open(
    { format, office, resources, base, version: kept?.version ?? edition.version, document, saveState },
    // What was done to another document cannot be undone on this one.
    history && deepEqual(history.document, document) ? history : undefined,
  );
  if (!away && !kept && store.getState().board?.past.length === 0) void undoFromServer(store, edition);
}

/** What was done elsewhere can be undone here too, as far as nothing has been done meanwhile; without an answer there is nothing to undo. */
async function undoFromServer(store: BoardStore, edition: EditionView): Promise<void> {
  if (edition.state !== 'open' || store.getState().lockedFor !== undefined) return;
  const steps = await ask(readSteps, { params: { id: edition.id } }).catch(() => []);
  const { board, set } = store.getState();
  if (!board || board.document !== edition.document || board.past.length > 0) return;
  if (steps.length === 0 || steps[0]!.version !== edition.version) return;
  const past: Past[] = [];
  let { document } = edition;
  for (const { words, back } of steps) {
    document = goneBack(document, back);
    past.unshift({ document, words: words.at(-1) ?? 'Change', saved: true });
  }
  set({ past });
}
