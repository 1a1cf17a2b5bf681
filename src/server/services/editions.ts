import { randomUUID } from 'node:crypto';
import type { FormatHistory, HistoryEdition } from '../../contract/editions';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDefault } from '../../core/office/format-defaults';
import type { Actor } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import { keepRemoved } from '../repositories/removed-things';
import { noteChange, sittingsOf } from '../repositories/audit';
import { deleteTrials } from '../repositories/drawings';
import {
  allDefaults,
  giveDefaultsBack,
  keepDefault,
  passDefaults,
  removeDefault,
} from '../repositories/format-defaults';
import {
  type EditionRow,
  type FormatRow,
  deleteEdition,
  deleteFormat,
  editionInForce,
  editionsOfFormat,
  findEdition,
  findFormat,
  insertEdition,
  lockEdition,
  newestEdition,
  numberInForce,
  setState,
} from '../repositories/formats';
import { versionsOfSittings } from '../repositories/edition-steps';
import { findReleases } from '../repositories/releases';
import { chain, ofFormat } from './chain';
import { documentAt } from './edition-states';
import { dictionaryAtHand } from './models-at-hand';
import { type Asker, hiddenFormats } from './gate';
import { keepUses } from './property-uses';
import { ServiceError, conflict } from './service-error';
import { checkChange } from './sharing';
import { officeToday } from './today';

/** How many sittings the history of a format goes back. */
const MOST_SITTINGS = 200;

async function formatThere(db: Database, id: string): Promise<FormatRow> {
  const format = await findFormat(db, id);
  if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
  return format;
}

const note = (db: Database, actor: Actor, subject: string, words: string) =>
  noteChange(db, actor, { subject, sitting: randomUUID(), words: [words] });

/** A format's editions and who did what to it; a successor that is not there for whoever asks is not told. @throws ServiceError 404 */
export async function history(asker: Asker, id: string): Promise<FormatHistory> {
  const hidden = await hiddenFormats(database, asker);
  const { name } = await formatThere(database, id);
  const editions = await editionsOfFormat(database, id);
  const releases = await findReleases(
    database,
    editions.map((one) => one.id),
  );
  const listed: HistoryEdition[] = [];
  for (const { id: edition, number, state, drawings, changedAt, changedBy, successor } of editions) {
    const release = releases.get(edition);
    const next = successor === null ? undefined : await findFormat(database, successor);
    listed.push({
      id: edition,
      number,
      state,
      drawings,
      changedAt: changedAt.toISOString(),
      ...(changedBy !== null && { changedBy }),
      ...(release && {
        release: {
          note: release.note,
          ...(release.reason !== null && { reason: release.reason }),
          releasedBy: release.releasedBy,
          releasedAt: release.releasedAt.toISOString(),
          countsFrom: release.countsFrom,
          ...(release.elsewhere && { elsewhere: release.elsewhere }),
        },
      }),
      ...(next && !hidden.includes(next.id) && { successor: { id: next.id, name: next.name } }),
    });
  }
  const sittings = await sittingsOf(database, `format ${id}`, MOST_SITTINGS);
  const states = await versionsOfSittings(
    database,
    sittings.map(({ sitting }) => sitting),
  );
  const inForce = await numberInForce(database, id, await officeToday(database));
  return {
    id,
    name,
    ...(inForce !== undefined && { inForce }),
    editions: listed,
    sittings: sittings.map(({ subject, sitting, who, firstAt, lastAt, changes, steps }) => {
      const edition = /, edition (\d+)$/.exec(subject)?.[1];
      const state = states.get(sitting);
      return {
        ...(state && { state: { edition: state.editionId, version: state.version } }),
        ...(edition !== undefined && { edition: Number(edition) }),
        who,
        firstAt: firstAt.toISOString(),
        lastAt: lastAt.toISOString(),
        steps,
        changes,
      };
    }),
  };
}

/**
 * Opens the next edition of a format as a copy of an edition of it, of the newest when none is named.
 * @throws ServiceError 409 while one is open
 */
export async function openNextEdition(
  actor: Actor,
  formatId: string,
  from?: string,
  version?: number,
): Promise<{ id: string; number: number }> {
  const id = randomUUID();
  try {
    return await transaction(async (db) => {
      const { name } = await formatThere(db, formatId);
      await checkChange(db, actor, formatId, name);
      const newest = (await newestEdition(db, formatId))!;
      const source = from === undefined ? newest : await findEdition(db, from);
      if (!source || source.formatId !== formatId) throw new ServiceError(404, 'This edition is no longer there.');
      if (newest.state === 'open') throw new ServiceError(409, openAlready(newest.number, name));
      const document = { ...(await documentAt(db, source, version ?? source.version)), name };
      const number = newest.number + 1;
      const hash = canonicalHash(document);
      await insertEdition(
        db,
        { id, formatId, number, state: 'open', document, hash, version: 1, successor: null },
        actor,
      );
      await keepUses(db, id, document, (await dictionaryAtHand(db)).properties);
      await note(db, actor, `format ${formatId}, edition ${number}`, `Opened edition ${number} from ${source.number}`);
      return { id, number };
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new ServiceError(409, 'Somebody opened the next edition at this moment. Go on with that one.');
  }
}

const openAlready = (number: number, name: string) =>
  `Edition ${number} of “${name}” is open already. Go on with that one.`;

/** Gives up an open edition, with the trial drawings on it. @throws ServiceError 409 for one that is not open or is the only one */
export async function giveUpEdition(actor: Actor, id: string): Promise<null> {
  return transaction(async (db) => {
    const edition = await editionThere(db, id);
    const { formatId, number } = edition;
    const { name } = await formatThere(db, formatId);
    await checkChange(db, actor, formatId, name);
    if (edition.state !== 'open')
      throw new ServiceError(409, `Edition ${number} of “${name}” is ${edition.state}. It stays; withdraw it instead.`);
    if ((await editionsOfFormat(db, formatId)).length === 1)
      throw new ServiceError(409, `It is the only edition of “${name}”. Delete the format instead.`);
    await deleteTrials(db, id);
    await deleteEdition(db, id);
    await note(db, actor, `format ${formatId}`, `Gave up edition ${number}`);
    return null;
  });
}

async function editionThere(db: Database, id: string): Promise<EditionRow> {
  const edition = await lockEdition(db, id);
  if (!edition) throw new ServiceError(404, 'This edition is no longer there.');
  return edition;
}

/**
 * Withdraws a released edition. The last one that a format has takes its defaults along: they go to the successor.
 * @throws ServiceError 409 for one that is not released; 422 for a default without a successor, and for a successor that offers nothing
 */
export async function withdrawEdition(
  actor: Actor,
  id: string,
  { successor }: { successor?: string | undefined },
): Promise<{ state: 'withdrawn' }> {
  return transaction(async (db) => {
    const edition = await editionThere(db, id);
    const { formatId, number } = edition;
    const { name } = await formatThere(db, formatId);
    await checkChange(db, actor, formatId, name);
    if (edition.state !== 'released')
      throw conflict(`Edition ${number} of “${name}” is ${edition.state}; a released one is withdrawn.`, edition);
    const next = successor === undefined ? undefined : await formatThere(db, successor);
    if (next) {
      if (next.id === formatId) throw new ServiceError(422, 'A format does not succeed itself. Choose another one.');
      if (!(await offers(db, next.id)))
        throw new ServiceError(422, `“${next.name}” has no released edition, so it cannot be the successor.`);
    }
    await setState(db, id, 'withdrawn', successor ?? null);
    await chain(db, ofFormat(formatId), { kind: 'withdrawn', edition: id });
    if (!(await offers(db, formatId))) {
      const isDefault = (await allDefaults(db, await officeToday(db))).some((one) => one.formatId === formatId);
      if (isDefault && !next)
        throw new ServiceError(
          422,
          `“${name}” is a default of the office and has no other released edition. Name a successor, which becomes the default.`,
        );
      await passDefaults(db, formatId, next?.id);
    }
    const words = `Withdrew edition ${number}${next ? `; ${next.name} is used instead` : ''}`;
    await note(db, actor, `format ${formatId}`, words);
    return { state: 'withdrawn' };
  });
}

/** A day behind all that anything counts from. */
const LAST_DAY = '9999-12-31';

/** Whether a format has a released edition, whenever that counts. */
const offers = async (db: Database, formatId: string): Promise<boolean> =>
  (await editionInForce(db, formatId, LAST_DAY)) !== undefined;

/** Offers a withdrawn edition again; defaults that went to its successor come back to its format. @throws ServiceError 409 for one that is not withdrawn */
export async function restoreEdition(actor: Actor, id: string): Promise<{ state: 'released' }> {
  return transaction(async (db) => {
    const edition = await editionThere(db, id);
    const { formatId, number } = edition;
    const { name } = await formatThere(db, formatId);
    await checkChange(db, actor, formatId, name);
    if (edition.state !== 'withdrawn')
      throw conflict(`Edition ${number} of “${name}” is ${edition.state}; only a withdrawn one is restored.`, edition);
    await setState(db, id, 'released');
    await chain(db, ofFormat(formatId), { kind: 'restored', edition: id });
    await giveDefaultsBack(db, formatId);
    await note(db, actor, `format ${formatId}`, `Restored edition ${number}`);
    return { state: 'released' };
  });
}

/** Deletes a format with all its editions. @throws ServiceError 409 while drawings are made on it or it is a default */
export async function removeFormat(actor: Actor, id: string): Promise<null> {
  return transaction(async (db) => {
    const { name } = await formatThere(db, id);
    await checkChange(db, actor, id, name);
    const editions = await editionsOfFormat(db, id);
    const drawings = editions.reduce((sum, one) => sum + one.drawings, 0);
    if (drawings > 0)
      throw new ServiceError(
        409,
        `“${name}” stays: ${drawings === 1 ? 'a drawing is' : `${drawings} drawings are`} made on it. Withdraw its editions instead.`,
      );
    const defaults = [...(await allDefaults(db, await officeToday(db))), ...(await allDefaults(db, LAST_DAY))];
    if (defaults.some((one) => one.formatId === id))
      throw new ServiceError(409, `“${name}” is a default of the office. Make another format the default first.`);
    await keepRemoved(db, actor, { kind: 'format', id, name });
    for (const edition of editions) await deleteEdition(db, edition.id);
    await deleteFormat(db, id);
    await chain(db, ofFormat(id), { kind: 'deleted' });
    await note(db, actor, `format ${id}`, `Deleted the format ${name}`);
    return null;
  });
}

/** The formats that drawings are made on by default, of those that are there for whoever asks. */
export async function defaults(asker: Asker): Promise<FormatDefault[]> {
  const hidden = await hiddenFormats(database, asker);
  const all = await allDefaults(database, await officeToday(database));
  return all.filter(({ formatId }) => !hidden.includes(formatId));
}

/** Makes a format the default of a case. @throws ServiceError 422 for one without a released edition */
export async function changeDefault(actor: Actor, one: FormatDefault): Promise<FormatDefault[]> {
  return transaction(async (db) => {
    const { name } = await formatThere(db, one.formatId);
    if (!(await offers(db, one.formatId)))
      throw new ServiceError(422, `“${name}” has no released edition: drawings cannot be made on it yet.`);
    await keepDefault(db, one);
    await note(db, actor, `format ${one.formatId}`, `Made it the default of ${caseWords(one)}`);
    return allDefaults(db, await officeToday(db));
  });
}

/** Leaves a case without a default of its own. */
export async function dropDefault(actor: Actor, one: Omit<FormatDefault, 'formatId'>): Promise<FormatDefault[]> {
  return transaction(async (db) => {
    await removeDefault(db, one);
    await note(db, actor, 'format defaults', `Took the default of ${caseWords(one)} away`);
    return allDefaults(db, await officeToday(db));
  });
}

const caseWords = ({ kind, sizeName, projectId, siteId }: Omit<FormatDefault, 'formatId'>): string =>
  [
    kind === 'part' ? 'parts' : 'assemblies',
    sizeName && `on ${sizeName}`,
    projectId && 'of a project',
    siteId && 'of a site',
  ]
    .filter(Boolean)
    .join(' ');
