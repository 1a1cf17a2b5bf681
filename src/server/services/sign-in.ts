import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { Me, SignIn } from '../../contract/accounts';
import { counted } from '../../core/counted';
import type { Actor } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import {
  type AccountRow,
  findAccount,
  holdAccounts,
  insertAccount,
  isAnyAccount,
  keepPassword,
} from '../repositories/accounts';
import { noteChange } from '../repositories/audit';
import {
  type Tries,
  accountOfSignIn,
  countTries,
  findActor,
  holdTries,
  insertSignIn,
  noteSeen,
  noteTry,
  removeSignIn,
  removeSignInsOf,
  removeTries,
  signInsOf,
} from '../repositories/sign-ins';
import { hashOf, isPassword } from '../signing-in/password';
import { sinceWhen } from '../signing-in/lasting';
import { ServiceError } from './service-error';

/** From where somebody signs in: the address as the server knows it, and what their program says of itself. */
export interface From {
  address: string;
  program: string;
}

/** Who is signed in, and the sign-in by which they are. */
export type SignedIn = Actor & { signIn: string };

/** Tries that have failed are remembered so long, s. */
const WITHIN_S = 15 * 60;
/**
 * How many tries are free, by one name from one address, by one name from anywhere, and from one address; behind them each takes twice as
 * long as the one before, up to so many seconds. Nobody is locked out.
 */
const SLOWED = {
  both: { free: 5, most: 30 },
  name: { free: 30, most: 10 },
  address: { free: 30, most: 10 },
};

/** How long the next try has to wait behind the last one, s. */
const pauseBehind = ({ count }: Tries, { free, most }: { free: number; most: number }): number =>
  count < free ? 0 : Math.min(most, 2 ** (count - free));

const NOT_RIGHT = 'The name or the password is not right.';

const hashOfToken = (token: string) => createHash('sha256').update(token).digest('hex');

const meOf = ({ id, name, role }: Pick<AccountRow, 'id' | 'name' | 'role'>): Me => ({ account: id, name, role });

/** Begins a sign-in of an account. @returns the token by which it is known */
export async function beginSignIn(db: Database, account: string, from: From): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await insertSignIn(db, { id: randomUUID(), account, tokenHash: hashOfToken(token), ...from });
  return token;
}

/**
 * Notes a try, unless it comes too soon behind the one before. Whoever has signed in by that name from that address is not slowed down by
 * what others try from elsewhere.
 * @throws ServiceError 429 with the seconds to `wait`
 */
const takeTry = (name: string, { address }: From): Promise<void> =>
  transaction(async (db) => {
    await holdTries(db);
    const tries = await countTries(db, name, address, WITHIN_S);
    const waits = (['both', 'name', 'address'] as const)
      .filter((one) => one === 'both' || !tries.isKnown)
      .map((one) => pauseBehind(tries[one], SLOWED[one]) - tries[one].last);
    const wait = Math.ceil(Math.max(...waits));
    if (wait > 0)
      throw new ServiceError(429, `That was tried too often. Wait ${counted(wait, 'second')} before you try again.`, {
        wait,
      });
    await noteTry(db, name, address);
  });

/**
 * Signs in. Every try counts before its password is looked at, so that no number of tries at once gets past the limits.
 *
 * @throws ServiceError 401 for a wrong name or password, 403 for a removed account, 422 with `choose` when a password is to be chosen
 *   first, 429 when it was tried too often
 */
export async function signIn(
  { signInName, password, newPassword }: { signInName: string; password: string; newPassword?: string | undefined },
  from: From,
): Promise<{ me: Me; token: string }> {
  const name = signInName.trim().toLowerCase();
  await takeTry(name, from);
  const account = await findAccount(database, { signInName: name });
  if (!(await isPassword(password, account?.password ?? null)) || !account) throw new ServiceError(401, NOT_RIGHT);
  if (account.removed)
    throw new ServiceError(403, 'This account was removed. A standards administrator can take it back.');
  if (account.mustChoose) {
    if (newPassword === undefined)
      throw new ServiceError(422, 'This password was set for you. Choose one of your own.', { choose: true });
    if (newPassword === password)
      throw new ServiceError(422, 'Choose a password that is not the one that was set for you.', { choose: true });
    await keepPassword(database, account.id, await hashOf(newPassword), false);
  }
  await removeTries(database, name, from.address, WITHIN_S);
  return { me: meOf(account), token: await beginSignIn(database, account.id, from) };
}

/** Who is signed in with a token, unless the sign-in was ended, has lasted too long, or the account was removed. */
export async function signedIn(token: string): Promise<SignedIn | undefined> {
  const found = await findActor(database, hashOfToken(token), sinceWhen());
  if (!found) return undefined;
  const { isDue, ...actor } = found;
  if (isDue) await noteSeen(database, actor.signIn);
  return actor;
}

export const signOut = (token: string): Promise<void> => removeSignIn(database, { tokenHash: hashOfToken(token) });

/** Whether the office still waits for its first administrator. */
export const isNobodyThere = async (): Promise<boolean> => !(await isAnyAccount(database));

/** Makes the first administrator and signs them in. @throws ServiceError 409 once anybody can sign in */
export async function beFirst(
  { name, signInName, password }: { name: string; signInName: string; password: string },
  from: From,
): Promise<{ me: Me; token: string }> {
  const hash = await hashOf(password);
  const account: AccountRow = {
    id: randomUUID(),
    name,
    signInName: signInName.toLowerCase(),
    role: 'administrator',
    password: hash,
    mustChoose: false,
    removed: false,
    version: 1,
  };
  return transaction(async (db) => {
    await holdAccounts(db);
    if (await isAnyAccount(db))
      throw new ServiceError(
        409,
        'The office has its first administrator already. Sign in, or ask them for an account.',
      );
    try {
      await insertAccount(db, account);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      throw new ServiceError(409, `Somebody signed in as “${account.signInName}” once. Take another name.`);
    }
    const me = meOf(account);
    const actor = { ...me };
    await noteChange(db, actor, { subject: 'accounts', sitting: randomUUID(), words: [`Added ${name}, the first`] });
    return { me, token: await beginSignIn(db, account.id, from) };
  });
}

/** Changes one's own password, and ends the other sign-ins. @throws ServiceError 422 when the present one is not right */
export async function changePassword(
  actor: SignedIn,
  { password, newPassword }: { password: string; newPassword: string },
  from: From,
): Promise<void> {
  const account = (await findAccount(database, { id: actor.account }))!;
  await takeTry(account.signInName, from);
  if (!(await isPassword(password, account.password)))
    throw new ServiceError(422, 'The present password is not right.');
  const hash = await hashOf(newPassword);
  await transaction(async (db) => {
    await keepPassword(db, actor.account, hash, false);
    await removeSignInsOf(db, actor.account, actor.signIn);
    await removeTries(db, account.signInName, from.address, WITHIN_S);
  });
}

/** Where an account is signed in. */
export async function signInsOfAccount(actor: SignedIn, account: string): Promise<SignIn[]> {
  const all = await signInsOf(database, account, sinceWhen());
  return all.map((one) => ({ ...one, isThis: one.id === actor.signIn }));
}

/** Ends a sign-in of one's own, or as an administrator anybody's. @throws ServiceError 404 for any other */
export async function endSignIn(actor: SignedIn, id: string): Promise<void> {
  const account = await accountOfSignIn(database, id);
  if (account === undefined || (account !== actor.account && actor.role !== 'administrator'))
    throw new ServiceError(404, 'There is no such sign-in, or it has ended.');
  await removeSignIn(database, { id });
}
