import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type {
  DrawingView,
  MoveForesight,
  UndoForesight,
  foreseeMove as Foresee,
  moveDrawing as Move,
} from '../../contract/drawings';
import { askedBy, unsoundAnswers, withProposals } from '../../core/drawing/asking';
import { proposeMapping, readAs } from '../../core/drawing/mapping';
import { type Destination, type MoveWorld, destined, formatsAt, movableOf } from '../../core/drawing/movable';
import { type KeptMove, back, move } from '../../core/drawing/moving';
import { revise } from '../../core/drawing/revising';
import { drawnSheets, editionsOf } from '../../core/drawing/sheets';
import { isSignature, notAnswered, whyNotAnswered } from '../../core/drawing/signing';
import type { Actor } from '../actor';
import { type Database, database } from '../database';
import { insertMove, lastMove, markUndone } from '../repositories/drawing-moves';
import { type DrawingRow, findDrawing } from '../repositories/drawings';
import { findProfile, findRevision } from '../repositories/profiles';
import { begun, changed } from './changing-drawings';
import { openView } from './open-drawing';
import {
  type DrawingAtHand,
  GONE,
  drawingAtHand,
  editionsAtHand,
  modelGives,
  modelsOf,
  resourcesAt,
} from './drawing-sources';
import { checkToDrawOn } from './edition-to-draw-on';
import { modelsAtHand } from './models-at-hand';
import { revisionScheme } from './revision-scheme';
import { ServiceError } from './service-error';
import { signing } from './signing';

type Wanted = z.infer<(typeof Foresee)['body']>;

/** The editions that a move is about, and what it is computed from. */
async function worldOf(
  db: Database,
  rows: readonly DrawingRow[],
): Promise<{ world: MoveWorld; at: Awaited<ReturnType<typeof editionsAtHand>> }> {
  const at = await editionsAtHand(db, [...new Set(rows.flatMap(editionsOf))]);
  const models = await modelsAtHand(db, [...new Set(rows.flatMap(modelsOf))]);
  const byId = new Map(at.editions.map((edition) => [edition.id, edition]));
  return {
    at,
    world: {
      formats: new Map(at.editions.map(({ id, document }) => [id, document])),
      called: (id) => {
        const edition = byId.get(id);
        return edition ? `${edition.document.name}, edition ${edition.number}` : 'a format';
      },
      models: models.sources,
    },
  };
}

/**
 * Where a drawing is moved, with the profile that goes with it: a drawing that has the profile of its format gets that of its new one.
 * @throws ServiceError 403 or 404 for an edition that the person may not use, 422 for one that is not released, a profile that is not there
 */
async function checked(db: Database, actor: Actor, row: DrawingRow, to: Destination): Promise<Destination> {
  const at = destined(row, to);
  const { editions, froze } = await editionsAtHand(db, [...new Set([...editionsOf(row), ...editionsOf(at)])]);
  const before = editionsOf(row);
  for (const edition of editions) {
    if (before.includes(edition.id)) continue;
    if (row.number === '')
      throw new ServiceError(422, 'A trial drawing goes with its edition. It is not moved to another one.');
    await checkToDrawOn(db, actor, edition);
  }
  if (to.profile) {
    const { id, revision } = to.profile;
    if (!(await findProfile(db, id))) throw new ServiceError(422, 'That drafting profile is not there.');
    if (revision !== null && !(await findRevision(db, id, revision)))
      throw new ServiceError(422, `The profile has no revision ${revision}.`);
    return to;
  }
  const [own, next] = [froze.get(row.editionId)?.profile.id, froze.get(at.editionId)?.profile.id];
  const follows = at.editionId !== row.editionId && next !== undefined && (own === undefined || own === row.profileId);
  // A revision that it was moved to on its own ends with its edition.
  return follows && (next !== row.profileId || row.profileRevision !== null)
    ? { ...to, profile: { id: next, revision: null } }
    : to;
}

/** A drawing as a move leaves it, with what its new questions propose and what was answered with the move. */
async function movedRow(
  db: Database,
  actor: Actor,
  row: DrawingRow,
  { to: wanted, mapping = {}, answers = {}, revision }: Wanted,
) {
  const to = await checked(db, actor, row, wanted);
  const { world, at: known } = await worldOf(db, [row, destined(row, to)]);
  const outcome = move(row, to, mapping, world, { revises: revision !== undefined });
  const proposed = proposeMapping(row, destined(row, to), world);
  if (!outcome.ok) return { refused: outcome.reason, proposed, world } as const;
  const edition = known.editions.find(({ id }) => id === outcome.drawing.editionId)!;
  const next: DrawingRow = { ...outcome.drawing, formatId: edition.formatId, edition: edition.number };
  const at = await drawingAtHand(db, next);
  if (revision) {
    const { resources } = await resourcesAt(db, at);
    const scheme = await revisionScheme(db);
    const revised = revise(next, { add: revision }, { ...at.sources, resources, scheme, today: at.facts.today });
    if (!revised.ok) throw new ServiceError(422, revised.reason, { place: revised.place });
    next.revisions = revised.rows;
  }
  const documents = at.editions.map(({ document }) => document);
  const asked = askedBy(documents);
  const before = new Set(askedBy(formatsAt(row, world)).map(({ key }) => key));
  const came = asked.filter((one) => !before.has(one.key) && !whyNotAnswered(one, actor.role, asked));
  const given = { ...next.answers, ...answers };
  const { byOthers } = await signing(db);
  const refused = {
    ...unsoundAnswers(documents, given, next.answers),
    ...notAnswered(documents, next.answers, given, actor.role, byOthers),
  };
  if (Object.keys(refused).length > 0)
    throw new ServiceError(422, Object.values(refused).join(' '), { answers: refused });
  next.answers = withProposals(given, came, {
    today: at.facts.today,
    me: actor.name,
    facts: { ...at.facts, ...modelGives(next, at.models.sources) },
    properties: at.models.properties,
  });
  next.items = drawnSheets(next, at.sources).items;
  const kept: KeptMove = {
    ...outcome.kept,
    after: movableOf(next),
    ...(Object.keys(answers).length > 0 && { given: answers }),
  };
  return { refused: undefined, next, at, kept, unsigned: outcome.unsigned, proposed, world } as const;
}

/** What a move would make of a drawing, which stays as it is: the drawing after it, and where its values and sizes go. A finished one is looked at as reopened. */
export async function foreseeMove(actor: Actor, id: string, wanted: Wanted): Promise<MoveForesight> {
  const kept = await findDrawing(database, id);
  if (!kept) throw GONE();
  const { row: begins, reopened } = await begun(database, kept, wanted.revision !== undefined);
  const row: DrawingRow = { ...begins, state: 'in work', finishReason: undefined };
  const moved = await movedRow(database, actor, row, wanted);
  const { proposed, world, refused } = moved;
  const view = async (one: DrawingRow, at: DrawingAtHand) => openView(database, one, at, [], actor);
  const targets = moved.at ? askedBy(moved.at.editions.map(({ document }) => document)) : [];
  return {
    before: await view(row, await drawingAtHand(database, row)),
    ...(refused !== undefined && { refused }),
    ...(moved.at && {
      after: await view(moved.next, moved.at),
      kept: moved.kept,
      unsigned: [...reopened, ...moved.unsigned],
    }),
    values: proposed.values,
    sizes: proposed.sizes,
    targets: [
      ...targets.filter((one) => !isSignature(one)).map(({ key, name }) => ({ key, name })),
      ...[...proposed.linked].map((key) => ({ key, name: world.models.properties.get(key)?.name ?? key })),
    ],
  };
}

/** What a move is called in the history of its drawing. */
function moveWords(row: DrawingRow, next: DrawingRow, { called, models }: MoveWorld): string {
  const parts: string[] = [];
  if (next.editionId !== row.editionId) parts.push(`to ${called(next.editionId)}`);
  const name = models.specimens.get(next.specimen)?.name ?? next.specimen;
  if (next.specimen !== row.specimen || next.variant !== row.variant)
    parts.push(`to ${[name, next.variant].filter(Boolean).join(', ')}`);
  next.sheets.forEach((sheet, i) => {
    const was = row.sheets[i]!;
    if (
      sheet.edition !== was.edition &&
      (sheet.edition ?? next.editionId) !== (was.edition ?? row.editionId) &&
      next.editionId === row.editionId
    )
      parts.push(`sheet ${i + 1} to ${called(sheet.edition ?? next.editionId)}`);
    if (sheet.specimen !== was.specimen || sheet.variant !== was.variant) parts.push(`sheet ${i + 1} to another model`);
  });
  if (parts.length === 0)
    parts.push(
      next.profileRevision === null
        ? 'to another drafting profile'
        : `to revision ${next.profileRevision} of its drafting profile`,
    );
  return `Moved drawing ${row.number || 'on trial'} ${parts.join(', ')}`;
}

/**
 * Moves a drawing. A finished one is reopened by it, and with `revision` gets its next revision first.
 * @throws ServiceError 422 with the reason when it cannot be moved so, 409 when the drawing has moved on
 */
export function moveDrawing(
  actor: Actor,
  id: string,
  { version, reopens, ...wanted }: z.infer<(typeof Move)['body']>,
): Promise<DrawingView> {
  return changed(actor, id, {
    version,
    unsigned: true,
    revises: wanted.revision !== undefined,
    occasion: 'move',
    ...(reopens && { state: 'in work' as const }),
    change: async (db, row) => {
      const from: DrawingRow = { ...row, state: 'in work', finishReason: undefined };
      const { refused, next, at, kept, world } = await movedRow(db, actor, from, wanted);
      if (refused !== undefined) throw new ServiceError(422, refused);
      const words = moveWords(from, next, world);
      await insertMove(db, actor, id, { id: randomUUID(), version: row.version + 1, words, kept });
      return { next, at, words };
    },
  });
}

/** The last move of a drawing as it would be undone now. */
async function undone(db: Database, row: DrawingRow, move: string) {
  const last = await lastMove(db, row.id);
  if (last?.id !== move)
    throw new ServiceError(
      422,
      'The drawing was moved again since, or this move is undone already. Look at its history.',
    );
  const { world } = await worldOf(db, [row, { ...row, ...last.kept.before }]);
  const result = back(row, last.kept, world);
  if (!result.ok) throw new ServiceError(422, result.reason);
  const edition = (await editionsAtHand(db, [result.drawing.editionId])).editions[0]!;
  const next: DrawingRow = { ...result.drawing, formatId: edition.formatId, edition: edition.number };
  return { last, next, stays: result.stays, at: await drawingAtHand(db, next) };
}

/** What stays of a drawing as it is now when its last move is undone. */
export async function foreseeUndo(id: string, move: string): Promise<UndoForesight> {
  const row = await findDrawing(database, id);
  if (!row) throw GONE();
  return { stays: (await undone(database, row, move)).stays };
}

/** Undoes the last move of a drawing: what was done since stays. */
export function undoMove(actor: Actor, id: string, move: string, version: number): Promise<DrawingView> {
  return changed(actor, id, {
    version,
    unsigned: true,
    occasion: 'move',
    change: async (db) => {
      const row = (await findDrawing(db, id))!;
      const { last, next, at } = await undone(db, row, move);
      await markUndone(db, move, row.version + 1);
      return { next, at, words: `Undid: ${last.words}` };
    },
  });
}

/** Puts a value that a drawing keeps aside under a question, or forgets it. */
export function putAside(
  actor: Actor,
  id: string,
  { version, place, to }: { version: number; place: number; to: string | null },
): Promise<DrawingView> {
  return changed(actor, id, {
    version,
    change: async (db, row) => {
      const one = row.aside[place];
      if (!one) throw new ServiceError(422, 'That value is not kept any more.');
      const at = await drawingAtHand(db, row);
      const next = { ...row, aside: row.aside.filter((_, i) => i !== place) };
      if (to === null) return { next, at, words: `Removed “${one.name}”, which was kept aside` };
      const documents = at.editions.map(({ document }) => document);
      const read = readAs(one.value, to, askedBy(documents), new Set());
      if (!read) throw new ServiceError(422, `Nobody is asked for “${to}” on this drawing.`);
      if (!read.ok) throw new ServiceError(422, read.reason);
      const answers = { ...row.answers, [to]: read.value };
      const { byOthers } = await signing(db);
      const refused = notAnswered(documents, row.answers, answers, actor.role, byOthers);
      if (Object.keys(refused).length > 0) throw new ServiceError(422, Object.values(refused).join(' '));
      return { next: { ...next, answers }, at };
    },
  });
}
