import type { DrawingHistory } from '../../contract/drawings';
import { frozenDrawing } from '../../core/drawing/sheets';
import { canonicalHash, canonicalJson } from '../../core/format/canonical';
import type { Actor } from '../actor';
import { type Database, database } from '../database';
import { changesOf } from '../repositories/audit';
import { type Occasion, findState, keepState, newestState, statesOf } from '../repositories/drawing-states';
import { type DrawingRow, findDrawing } from '../repositories/drawings';
import { keepSnapshot } from '../repositories/snapshots';
import { type DrawingAtHand, GONE, drawingAtHand } from './drawing-sources';
import { ServiceError } from './service-error';

/** A pause that ends a sitting, ms. */
const PAUSE_MS = 30 * 60_000;

/** Keeps what the sheets of a drawing print: of a finished one, what it was finished with. @returns its hash */
async function keepSheets(db: Database, row: DrawingRow, at: DrawingAtHand): Promise<string> {
  if (row.frozen !== null) return row.frozen;
  const printed = frozenDrawing(row, at.sources, { writing: 3, profile: at.profile });
  const hash = canonicalHash(printed);
  await keepSnapshot(db, { hash, text: canonicalJson(printed) });
  return hash;
}

/** Keeps a drawing as it is before a change when a sitting has ended with it: somebody else changes it now, or after a pause, or `isMoved`. */
export async function keepSitting(db: Database, actor: Actor, row: DrawingRow, isMoved: boolean): Promise<void> {
  const [last] = await changesOf(db, `drawing ${row.id}`, 1);
  if (!last || ((await newestState(db, row.id))?.version ?? 0) >= row.version) return;
  if (!isMoved && last.who === actor.name && Date.now() - Date.parse(row.changedAt) < PAUSE_MS) return;
  const printed = await keepSheets(db, row, await drawingAtHand(db, row));
  await keepState(db, row.id, {
    version: row.version,
    occasion: 'sitting',
    words: last.words,
    who: last.who,
    keptAt: row.changedAt,
    state: row,
    printed,
  });
}

/** Keeps a drawing as an act has left it. */
export async function keepAct(
  db: Database,
  { name }: Actor,
  row: DrawingRow,
  at: DrawingAtHand,
  { occasion, words }: { occasion: Occasion; words: string },
): Promise<void> {
  const printed = await keepSheets(db, row, at);
  await keepState(db, row.id, { version: row.version, occasion, words, who: name, state: row, printed });
}

/** The states of a drawing that are kept, the newest first, and everything that was done to it, in words. */
export async function drawingHistory(id: string): Promise<DrawingHistory> {
  if (!(await findDrawing(database, id))) throw GONE();
  const states = await statesOf(database, id);
  const changes = await changesOf(database, `drawing ${id}`, 500);
  return {
    states: states.map(({ keptAt, ...state }) => ({ ...state, at: keptAt.toISOString() })),
    changes: changes.map(({ who, when, words }) => ({ who, at: when.toISOString(), words })),
  };
}

/** A drawing as it was in a state that is kept, as if it were finished with what it printed then. */
export async function drawingIn(db: Database, id: string, state: number): Promise<DrawingRow> {
  const kept = Number.isSafeInteger(state) ? await findState(db, id, state) : undefined;
  if (!kept) throw new ServiceError(404, 'There is no such state in the history of this drawing.');
  return { ...kept.state, state: 'finished', frozen: kept.printed, finishedWith: kept.state.finishedWith };
}
