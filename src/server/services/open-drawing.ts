import type { OpenDrawingView } from '../../contract/drawings';
import { isUntouched } from '../../core/drawing/moving';
import type { Signature } from '../../core/drawing/signing';
import { drawnSheets } from '../../core/drawing/sheets';
import { STANDARDS_DESK } from '../actor';
import { type Database, database } from '../database';
import { lastMove } from '../repositories/drawing-moves';
import { type DrawingRow, findDrawing } from '../repositories/drawings';
import { allProfiles } from '../repositories/profiles';
import { findPlaces, placesOf } from '../repositories/value-places';
import { drawingView, revisionPrinted } from './changing-drawings';
import { drawingIn } from './drawing-history';
import { type DrawingAtHand, GONE, drawingAtHand, formatsOf } from './drawing-sources';
import { type Asker, hiddenFormats } from './gate';
import { revisionScheme } from './revision-scheme';
import { asItStands } from './signatures-standing';

/**
 * One drawing. Reading it writes nothing: parts that have come since it was last changed have the numbers they would get, and get
 * them when it is changed or exported.
 */
export async function drawing(id: string, asker: Asker = STANDARDS_DESK): Promise<OpenDrawingView> {
  const kept = await findDrawing(database, id);
  if (!kept) throw GONE();
  const at = await drawingAtHand(database, kept);
  const { row, lapsed } = await asItStands(database, kept, at);
  return { ...(await openView(database, row, at, lapsed, asker)), move: await moveToUndo(database, row) };
}

/** A drawing as it was in a state of its history: what its sheets printed then. */
export async function drawingThen(id: string, state: number, asker: Asker = STANDARDS_DESK): Promise<OpenDrawingView> {
  const row = await drawingIn(database, id, state);
  return openView(database, row, await drawingAtHand(database, row), [], asker);
}

/** A drawing with all that its sheets are composed from. */
export async function openView(
  db: Database,
  row: DrawingRow,
  at: DrawingAtHand,
  lapsed: readonly Signature[],
  asker: Asker,
): Promise<OpenDrawingView> {
  const { items } = drawnSheets(row, at.sources);
  return {
    drawing: drawingView({ ...row, items }, at, lapsed),
    formats: await formatsOf(db, at, await hiddenFormats(db, asker)),
    specimens: [...at.models.specimens],
    scheme: await revisionScheme(db),
    today: at.facts.today,
    profileRevision: row.profileRevision ?? (await revisionPrinted(db, row, at)) ?? 0,
    frozen: at.sources.frozen,
    profile: at.profile,
    profiles: (await allProfiles(db)).map(({ id, name }) => ({ id, name })),
    project: { id: row.projectId, name: (await findPlaces(db, [row.projectId])).get(row.projectId)!.name },
    sites: (await placesOf(db, 'organisation')).map(({ id, name }) => ({ id, name })),
  };
}

/** The move of a drawing that can be undone, with whether anything was changed since. */
async function moveToUndo(db: Database, row: DrawingRow): Promise<OpenDrawingView['move']> {
  const last = await lastMove(db, row.id);
  if (!last || row.state === 'finished') return undefined;
  const { id, who, movedAt, words, kept } = last;
  return { id, who, at: movedAt.toISOString(), words, isUntouched: isUntouched(row, kept) };
}
