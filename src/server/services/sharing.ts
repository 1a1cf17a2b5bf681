import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { Group, Sharing, keepGroup as KeepGroup, readSharing as ReadSharing } from '../../contract/sharing';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { allAccounts } from '../repositories/accounts';
import { noteChange } from '../repositories/audit';
import { findFormat } from '../repositories/formats';
import {
  allGroups,
  countAdministratorsIn,
  deleteGroup,
  findSharing,
  isGroupNamed,
  isOpenTo,
  limitedToGroupAlone,
  replaceGroup,
  replaceSharing,
} from '../repositories/sharing';
import { sinceWhen } from '../signing-in/lasting';
import { ServiceError } from './service-error';

const note = (db: Database, actor: Actor, subject: string, words: string) =>
  noteChange(db, actor, { subject, sitting: randomUUID(), words: [words] });

export const groups = (): Promise<Group[]> => allGroups(database);

/** Adds a group, or changes the one of that id. @throws ServiceError 409 for a name that another has, 422 for members that are not there */
export async function keepGroup(actor: Actor, given: z.output<(typeof KeepGroup)['body']>): Promise<Group> {
  const group = { ...given, id: given.id ?? randomUUID() };
  await transaction(async (db) => {
    if (await isGroupNamed(db, group.name, group.id))
      throw new ServiceError(409, `There is a group named “${group.name}” already.`);
    await replaceGroup(db, group).catch(saidOfMissing);
    await note(db, actor, 'groups', `Group ${group.name}: ${group.members.length} members`);
  });
  return group;
}

/** @throws ServiceError 409 while formats are limited to it alone */
export async function removeGroup(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    const alone = await limitedToGroupAlone(db, id);
    if (alone.length > 0)
      throw new ServiceError(409, `The group stays: ${alone.join(' and ')} would be limited to nobody without it.`);
    if (!(await deleteGroup(db, id))) throw new ServiceError(404, 'There is no such group.');
    await note(db, actor, 'groups', 'Removed a group');
  });
}

/** A foreign key that leads nowhere: somebody took out an account or a group meanwhile. */
function saidOfMissing(error: unknown): never {
  if ((error as { errno?: number }).errno === 1452)
    throw new ServiceError(422, 'Somebody of those is not there any more. Look at the list again.');
  throw error;
}

async function formatThere(db: Database, id: string) {
  const format = await findFormat(db, id);
  if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
  return format;
}

/** By whom a format is used and changed, and who they may be. */
export async function sharing(id: string): Promise<z.input<(typeof ReadSharing)['answer']>> {
  await formatThere(database, id);
  const accounts = await allAccounts(database, sinceWhen());
  return {
    sharing: await findSharing(database, id),
    candidates: {
      accounts: accounts
        .filter(({ removed }) => !removed)
        .map((one) => ({ id: one.id, name: one.name, isAdministrator: one.role === 'administrator' })),
      groups: (await allGroups(database)).map(({ id: group, name }) => ({ id: group, name })),
    },
  };
}

/** Limits a format, or opens it. @throws ServiceError 403 for whoever does not change it, 422 when nobody would be left who does */
export async function changeSharing(actor: Actor, id: string, wanted: Sharing): Promise<Sharing> {
  return transaction(async (db) => {
    const { name } = await formatThere(db, id);
    await checkChange(db, actor, id, name);
    if (wanted.change && (await countAdministratorsIn(db, wanted.change)) === 0)
      throw new ServiceError(422, 'Name one standards administrator or more who changes it.');
    if (wanted.use && wanted.use.accounts.length + wanted.use.groups.length === 0)
      throw new ServiceError(422, 'Name somebody or a group that uses it, or let everybody use it.');
    await replaceSharing(db, id, wanted).catch(saidOfMissing);
    const kept = await findSharing(db, id);
    const words = kept.use || kept.change ? `Limited who uses or changes ${name}` : `Opened ${name} to everybody`;
    await note(db, actor, `format ${id}`, words);
    return kept;
  });
}

/** Why an account does not change a format; undefined when it does, as far as the format is concerned. */
export async function whyNotChanged(
  db: Database,
  { account }: Pick<Actor, 'account'>,
  id: string,
  name: string,
): Promise<string | undefined> {
  if (await isOpenTo(db, id, 'change', account)) return undefined;
  return `${name} is changed by some administrators only, and you are not among them.`;
}

/** @throws ServiceError 403 when a format is not changed by an account */
export async function checkChange(db: Database, actor: Actor, id: string, name: string): Promise<void> {
  const why = await whyNotChanged(db, actor, id, name);
  if (why !== undefined) throw new ServiceError(403, why);
}
