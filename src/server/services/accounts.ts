import { randomUUID } from 'node:crypto';
import type { Account } from '../../contract/accounts';
import { type Role, ROLE_WORDS } from '../../core/office/account';
import type { Actor } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import {
  type AccountRow,
  allAccounts,
  countAdministrators,
  findAccount,
  insertAccount,
  keepPassword,
  replaceAccount,
} from '../repositories/accounts';
import { noteChange } from '../repositories/audit';
import { removeSignInsOf } from '../repositories/sign-ins';
import { hashOf } from '../signing-in/password';
import { sinceWhen } from '../signing-in/lasting';
import { ServiceError, conflict } from './service-error';

export const accounts = (): Promise<Account[]> => allAccounts(database, sinceWhen());

const GONE = () => new ServiceError(404, 'There is no such account.');

const note = (db: Database, actor: Actor, words: string) =>
  noteChange(db, actor, { subject: 'accounts', sitting: randomUUID(), words: [words] });

/** Adds an account with a password that whoever signs in with it replaces at once. */
export async function addAccount(
  actor: Actor,
  given: { name: string; signInName: string; role: Role; password: string },
): Promise<{ id: string }> {
  const id = randomUUID();
  const { name, role } = given;
  const signInName = given.signInName.toLowerCase();
  const password = await hashOf(given.password);
  await transaction(async (db) => {
    try {
      await insertAccount(db, { id, name, signInName, role, password, mustChoose: true, removed: false, version: 1 });
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      throw new ServiceError(409, `Somebody signs in as “${signInName}” already.`);
    }
    await note(db, actor, `Added ${name}, ${ROLE_WORDS[role].one}`);
  });
  return { id };
}

/**
 * Changes the name or the role of an account, removes it or takes it back, if it is still of that version. Whoever is removed is
 * signed out.
 * @throws ServiceError 422 when no administrator would be left
 */
export async function changeAccount(
  actor: Actor,
  id: string,
  {
    version,
    ...change
  }: { version: number; name?: string | undefined; role?: Role | undefined; removed?: boolean | undefined },
): Promise<{ version: number }> {
  return transaction(async (db) => {
    const administrators = await countAdministrators(db);
    const before = await findAccount(db, { id });
    if (!before) throw GONE();
    const given = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
    const next: AccountRow = { ...before, ...given };
    const wasOne = before.role === 'administrator' && !before.removed;
    const isOne = next.role === 'administrator' && !next.removed;
    if (wasOne && !isOne && administrators === 1)
      throw new ServiceError(422, `${before.name} is the only standards administrator. Make somebody else one first.`);
    if (!(await replaceAccount(db, next, version))) {
      const current = (await allAccounts(db, sinceWhen())).find((one) => one.id === id);
      throw conflict(`Somebody else has changed the account of ${before.name} meanwhile.`, current);
    }
    if (next.removed) await removeSignInsOf(db, id);
    for (const words of changeWords(before, next)) await note(db, actor, words);
    return { version: version + 1 };
  });
}

function changeWords(before: AccountRow, next: AccountRow): string[] {
  return [
    ...(next.name !== before.name ? [`Named ${before.name} ${next.name}`] : []),
    ...(next.role !== before.role ? [`Made ${next.name} ${ROLE_WORDS[next.role].one}`] : []),
    ...(next.removed !== before.removed
      ? [next.removed ? `Removed the account of ${next.name}` : `Took back the account of ${next.name}`]
      : []),
  ];
}

/** Sets a password that whoever signs in with it replaces at once, and ends all sign-ins of the account. */
export async function resetPassword(actor: Actor, id: string, password: string): Promise<void> {
  const hash = await hashOf(password);
  await transaction(async (db) => {
    const account = await findAccount(db, { id });
    if (!account) throw GONE();
    await keepPassword(db, id, hash, true);
    await removeSignInsOf(db, id);
    await note(db, actor, `Set a new password for ${account.name}`);
  });
}
