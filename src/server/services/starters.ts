import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { StarterEdition, StarterView, moveStarter as MoveStarter } from '../../contract/starters';
import { freshStarter } from '../../core/starter/fresh';
import { readStarter } from '../../core/starter/starter';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { keepRemoved } from '../repositories/removed-things';
import { noteChange } from '../repositories/audit';
import { findFormat } from '../repositories/formats';
import {
  deleteStarter,
  findStarters,
  insertStarter,
  insertStarterEdition,
  keepStarterDefault,
  moveStarterEdition,
  removeStarterDefaults,
  replaceStarterEdition,
} from '../repositories/starters';
import { type Asker, hiddenFormats } from './gate';
import { ServiceError, conflict } from './service-error';

/** All starters but those that make drawings on a format which is not there for whoever asks. */
export async function starters(asker: Asker): Promise<StarterView[]> {
  const hidden = await hiddenFormats(database, asker);
  return (await findStarters(database)).filter((one) => !drawsOn(one, hidden));
}

/** Whether a starter's newest edition makes drawings, or sheets of them, on one of some formats. */
const drawsOn = ({ editions }: StarterView, formats: readonly string[]): boolean =>
  editions.some(({ document: { format, sheets } }) =>
    [format, ...Object.values(sheets).flatMap((all) => all.map((sheet) => sheet.format))].some(
      (one) => one !== undefined && formats.includes(one),
    ),
  );

/** One starter with its editions, for whoever asks. @throws ServiceError 404 */
export async function starterFor(asker: Asker, id: string): Promise<StarterView> {
  const found = await starter(id);
  if (drawsOn(found, await hiddenFormats(database, asker))) throw GONE();
  return found;
}

const GONE = () => new ServiceError(404, 'There is no such starter.');

/** One starter with its editions. @throws ServiceError 404 */
export async function starter(id: string, db: Database = database): Promise<StarterView> {
  const [found] = await findStarters(db, id);
  if (!found) throw GONE();
  return found;
}

const note = (db: Database, actor: Actor, id: string, words: string) =>
  noteChange(db, actor, { subject: `starter ${id}`, sitting: randomUUID(), words: [words] });

/** Makes a starter, fresh or as a copy of another one's newest edition. */
export async function makeStarter(actor: Actor, { name, from }: { name: string; from?: string | undefined }) {
  const id = randomUUID();
  await transaction(async (db) => {
    const like = from === undefined ? freshStarter(name) : (await starter(from, db)).editions[0]!.document;
    await insertStarter(db, id, actor);
    await insertStarterEdition(db, id, { id: randomUUID(), number: 1, document: { ...like, name } }, actor);
    await note(db, actor, id, `Made the starter ${name}`);
  });
  return { id };
}

/** Saves the open edition. @throws ServiceError 409 with the starter as it is when somebody else has changed or released it */
export async function saveStarter(
  actor: Actor,
  id: string,
  { version, document: json }: { version: number; document: unknown },
): Promise<{ version: number }> {
  const read = readStarter(json);
  if (!read.ok) throw new ServiceError(422, read.reason);
  await transaction(async (db) => {
    const { editions } = await starter(id, db);
    const format = read.starter.format;
    if (format !== undefined && !(await findFormat(db, format)))
      throw new ServiceError(422, 'Its format is no longer on the shelf. Choose another one.');
    if (!(await replaceStarterEdition(db, editions[0]!.id, version, read.starter, actor)))
      throw conflict('Somebody changed this starter meanwhile. Look at it and change it again.', await starter(id, db));
    await note(db, actor, id, `Changed the starter ${read.starter.name}`);
  });
  return { version: version + 1 };
}

/** Removes a starter. @throws ServiceError 422 for one that was released: drawings tell what they began with */
export async function removeStarter(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    const { editions } = await starter(id, db);
    const [{ document }] = editions as [StarterEdition];
    if (editions.some(({ state }) => state !== 'open'))
      throw new ServiceError(422, `${document.name} was released. Withdraw it, and it is offered no more.`);
    await keepRemoved(db, actor, { kind: 'starter', id, name: document.name });
    await deleteStarter(db, id);
    await note(db, actor, id, `Removed the starter ${document.name}`);
  });
}

/** Releases the open edition, opens the next one, withdraws the released one, or restores it. */
export async function moveStarter(
  actor: Actor,
  id: string,
  move: z.infer<(typeof MoveStarter)['body']>,
): Promise<StarterView> {
  return transaction(async (db) => {
    const { editions } = await starter(id, db);
    const [newest] = editions as [StarterEdition];
    const { name } = newest.document;
    const of = (state: StarterEdition['state']) => editions.find((one) => one.state === state);
    const moved = async (edition: StarterEdition | undefined, ...[to]: [Parameters<typeof moveStarterEdition>[2]]) => {
      if (!edition || !(await moveStarterEdition(db, edition.id, to)))
        throw conflict('Somebody changed this starter meanwhile. Look at it again.', await starter(id, db));
    };
    switch (move.to) {
      case 'released':
        if (Object.values(newest.document.sheets).every((sheets) => sheets.length === 0))
          throw new ServiceError(422, `${name} has no sheets yet. Give it one first.`);
        await moved(of('open'), { from: ['open'], to: 'released', version: move.version, note: move.note });
        await note(db, actor, id, `Released edition ${newest.number} of the starter ${name}`);
        break;
      case 'open':
        if (newest.state === 'open')
          throw new ServiceError(422, `Edition ${newest.number} of ${name} is open already.`);
        await insertStarterEdition(
          db,
          id,
          { id: randomUUID(), number: newest.number + 1, document: newest.document },
          actor,
        );
        await note(db, actor, id, `Opened edition ${newest.number + 1} of the starter ${name}`);
        break;
      case 'withdrawn':
        for (const edition of editions.filter(({ state }) => state === 'released'))
          await moved(edition, { from: ['released'], to: 'withdrawn' });
        await removeStarterDefaults(db, id);
        await note(db, actor, id, `Withdrew the starter ${name}`);
        break;
      case 'restored':
        await moved(of('withdrawn'), { from: ['withdrawn'], to: 'released' });
        await note(db, actor, id, `Restored the starter ${name}`);
    }
    return starter(id, db);
  });
}

/** The edition of a starter that drawings are begun with: its newest released one. @throws ServiceError 422 when it has none */
export async function starterInForce(db: Database, id: string): Promise<StarterEdition> {
  const { editions } = await starter(id, db);
  const released = editions.find(({ state }) => state === 'released');
  if (released) return released;
  const { document, state } = editions[0]!;
  throw new ServiceError(
    422,
    state === 'withdrawn'
      ? `The starter ${document.name} is withdrawn. Choose another one.`
      : `The starter ${document.name} has no released edition yet.`,
  );
}

/** Makes a starter the one that drawings of a kind of model begin with; none with null. */
export async function setDefaultStarter(
  actor: Actor,
  { kind, starter: id }: { kind: 'part' | 'assembly'; starter: string | null },
): Promise<StarterView[]> {
  await transaction(async (db) => {
    if (id !== null) await starterInForce(db, id);
    await keepStarterDefault(db, kind, id);
    const words = kind === 'part' ? 'parts' : 'assemblies';
    await note(
      db,
      actor,
      id ?? 'defaults',
      id === null ? `No starter for ${words}` : `Made it the starter of ${words}`,
    );
  });
  return starters(actor);
}
