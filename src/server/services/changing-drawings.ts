import { randomUUID } from 'node:crypto';
import { deepEqual } from 'fast-equals';
import type { DrawingView } from '../../contract/drawings';
import { drawnSheets } from '../../core/drawing/sheets';
import { REVISION_ROW, type Signature, type SignedName, signedNames, withoutSigned } from '../../core/drawing/signing';
import type { Actor } from '../actor';
import { type Database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { type DrawingRow, findDrawing, keepColumns, replaceDrawing } from '../repositories/drawings';
import type { Occasion } from '../repositories/drawing-states';
import { findRevision } from '../repositories/profiles';
import { type DrawingAtHand, GONE, drawingAtHand, registerColumns, shownHash } from './drawing-sources';
import { type Chained, chain, ofDrawing } from './chain';
import { keepAct, keepSitting } from './drawing-history';
import { keepPrinted } from './keeping-prints';
import { asItStands } from './signatures-standing';
import { ServiceError, conflict } from './service-error';

/** A drawing as its screen shows it; `lapsed` are signatures of something else than what it prints now. */
export function drawingView(drawing: DrawingRow, at: DrawingAtHand, lapsed: readonly Signature[] = []): DrawingView {
  const { finishedWith: _, frozen: __, madeBy: ___, profileRevision: ____, ...row } = drawing;
  const { models: _____, ...columns } = registerColumns(drawing, at);
  const { document } = at.editions[0]!;
  return {
    ...row,
    ...columns,
    lapsed: [...lapsed],
    formatName: document.name,
    sizeName: document.sizes.find((size) => size.id === row.sizeId)?.name ?? row.sizeId,
    revision: row.revisions.at(-1)?.revision,
  };
}

/** What is done to a drawing, and what of it is said in its history. */
export interface DrawingChanging {
  /** The version it was done on. */
  version: number;
  /** The state it gets; a finished drawing only changes by being reopened. */
  state?: DrawingRow['state'] | undefined;
  /** The person knows that signatures are taken off by it. */
  unsigned?: boolean | undefined;
  /** Another revision follows: the row of the newest one keeps who approved it, also when the drawing is reopened. */
  revises?: boolean;
  /** What is done: after it the drawing is kept as it is then. Absent: a change among others of a sitting. */
  occasion?: Exclude<Occasion, 'sitting'>;
  change: (
    db: Database,
    row: DrawingRow,
  ) => Promise<{
    next: DrawingRow;
    at: DrawingAtHand;
    /** What the change itself has taken off. */
    takenOff?: readonly SignedName[];
    /** What its history says, where it is not that it changed. */
    words?: string;
  }>;
}

/**
 * Changes a drawing and keeps it: signatures of what it no longer prints are taken off, one that is finished is frozen.
 * @throws ServiceError 409 with the drawing as it is when it has moved on; 422 with `signatures` when the change takes some off and
 *   nobody has said that they know
 */
export async function changed(
  actor: Actor,
  id: string,
  { version, state, unsigned = false, revises = false, occasion, change }: DrawingChanging,
): Promise<DrawingView> {
  return transaction(async (db) => {
    const row = await findDrawing(db, id);
    if (!row) throw GONE();
    if (row.state === 'finished' && state !== 'in work')
      throw new ServiceError(422, `Drawing ${row.number} is finished. Reopen it to change it.`);
    const movedOn = async () => {
      const kept = await findDrawing(db, id);
      if (!kept) return GONE();
      const reason = `Somebody changed drawing ${row.number} meanwhile. Look at it and change it again.`;
      return conflict(reason, drawingView(kept, await drawingAtHand(db, kept)));
    };
    if (row.version !== version) throw await movedOn();
    const before = await begun(db, row, revises);
    await keepSitting(db, actor, row, occasion === 'move');
    const { next: wanted, at, takenOff: gone = [], words } = await change(db, before.row);
    const { next, lapsed } = await withItsSignatures(db, wanted, at);
    const takenOff = [...before.reopened, ...gone, ...lapsed];
    if (takenOff.length > 0 && !unsigned) throw takesOff(row, takenOff);
    next.items = drawnSheets(next, at.sources).items;
    if (next.state === 'finished') {
      next.profileRevision ??= await revisionPrinted(db, next, at);
      next.finishedWith = shownHash(next, at.models.sources);
      next.frozen = await keepPrinted(db, next, at);
    }
    if (!(await replaceDrawing(db, next, version))) throw await movedOn();
    await keepColumns(db, id, registerColumns(next, at));
    await chainChange(db, row, next);
    const why = next.finishReason === undefined ? '' : `, although something is missing: ${next.finishReason}`;
    const said = [
      ...(words === undefined
        ? [
            next.state === row.state
              ? `Changed drawing ${row.number || 'on trial'}`
              : `Drawing ${row.number} is ${next.state}${why}`,
          ]
        : [words]),
      ...[...takenOff, ...before.lapsed].map(({ name, by }) => `The signature of ${by} (${name}) was removed`),
    ];
    await noteChange(db, actor, { subject: `drawing ${id}`, sitting: randomUUID(), words: said });
    const kept = (await findDrawing(db, id))!;
    const act =
      occasion ?? (next.state === row.state ? undefined : next.state === 'finished' ? 'finished' : 'reopened');
    if (act) await keepAct(db, actor, kept, at, { occasion: act, words: said[0]! });
    return drawingView(kept, at);
  });
}

/** Chains what a change makes of a drawing: its new signatures, that it is finished or reopened. */
async function chainChange(db: Database, row: DrawingRow, next: DrawingRow): Promise<void> {
  const subject = ofDrawing(row.id);
  if (row.state === 'finished' && next.state === 'in work') await chain(db, subject, { kind: 'reopened' });
  for (const signature of next.signatures)
    if (!row.signatures.some((one) => deepEqual(one, signature)))
      await chain(db, subject, { kind: 'signed', signature });
  if (next.state === 'finished' && next.frozen !== null) await chain(db, subject, finishedEntry(next, next.frozen));
}

/** What is chained of a drawing that is finished. */
export const finishedEntry = (
  { number, editionId }: Pick<DrawingRow, 'number' | 'editionId'>,
  frozen: string,
): Chained => ({ kind: 'finished', frozen, number, edition: editionId });

/**
 * A drawing as it is changed from: in work without the signatures that have lapsed; a finished one that is reopened without all that was
 * signed, or typed in place of it.
 */
export async function begun(
  db: Database,
  row: DrawingRow,
  revises: boolean,
): Promise<{ row: DrawingRow; lapsed: SignedName[]; reopened: SignedName[] }> {
  if (row.state === 'finished') {
    // It follows its profile again, but for a revision of it that it was moved to.
    const free = { ...row, profileRevision: null, frozen: null };
    const { editions, froze } = await drawingAtHand(db, free);
    const own = froze.get(row.editionId)?.profile;
    const isMoved = own?.id === row.profileId && own.revision > 0 && own.revision !== row.profileRevision;
    const reopened = { ...free, profileRevision: isMoved ? row.profileRevision : null };
    const documents = editions.map(({ document }) => document);
    const names = signedNames(documents, row).filter(({ of }) => !(revises && of === REVISION_ROW));
    return { row: withoutSigned(reopened, names), lapsed: [], reopened: names };
  }
  if (row.signatures.length === 0) return { row, lapsed: [], reopened: [] };
  const at = await drawingAtHand(db, row);
  const standing = await asItStands(db, row, at);
  return { row: standing.row, lapsed: named(at, row, standing.lapsed), reopened: [] };
}

const named = ({ editions }: DrawingAtHand, row: DrawingRow, signatures: readonly Signature[]): SignedName[] =>
  signedNames(
    editions.map(({ document }) => document),
    row,
  ).filter(({ of }) => signatures.some((one) => one.of === of));

/** A drawing as it is changed to, without the signatures that are of something else than what it prints then. */
async function withItsSignatures(
  db: Database,
  wanted: DrawingRow,
  at: DrawingAtHand,
): Promise<{ next: DrawingRow; lapsed: SignedName[] }> {
  const { row, lapsed } = await asItStands(db, { ...wanted, state: 'in work' }, at);
  return { next: { ...row, state: wanted.state }, lapsed: named(at, wanted, lapsed) };
}

/** What is said before signatures are taken off. */
function takesOff({ number }: Pick<DrawingRow, 'number'>, names: readonly SignedName[]): ServiceError {
  const who = names.map(({ name, by }) => `${name}: ${by}`).join('; ');
  return new ServiceError(422, `This removes what is signed on drawing ${number || 'on trial'}: ${who}.`, {
    signatures: names.map(({ of, name, by }) => ({ of, name, by })),
  });
}

/** The released revision of its profile that a drawing in work prints by; null while there is none. */
export async function revisionPrinted(db: Database, row: DrawingRow, { froze }: DrawingAtHand): Promise<number | null> {
  const own = froze.get(row.editionId)?.profile;
  if (own?.id === row.profileId) return own.revision || null;
  return (await findRevision(db, row.profileId))?.number ?? null;
}
