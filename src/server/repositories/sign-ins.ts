import type { SignIn } from '../../contract/accounts';
import type { Role } from '../../core/office/account';
import type { Actor } from '../actor';
import type { Database } from '../database';

/** Sign-ins are noted as seen no more often than this, s. */
const SEEN_EVERY_S = 60;

export async function insertSignIn(
  db: Database,
  signIn: { id: string; account: string; tokenHash: string; address: string; program: string },
): Promise<void> {
  await db.run('INSERT INTO sign_ins (id, account_id, token_hash, address, program) VALUES (?, ?, ?, ?, ?)', [
    signIn.id,
    signIn.account,
    signIn.tokenHash,
    signIn.address.slice(0, 60),
    signIn.program.slice(0, 200),
  ]);
}

/** Who is signed in with a token since `since`, while their account is not removed. */
export async function findActor(
  db: Database,
  tokenHash: string,
  since: Date,
): Promise<(Actor & { signIn: string; isDue: boolean }) | undefined> {
  const [found] = await db.query<{ signIn: string; account: string; name: string; role: Role; idle: number | string }>(
    `SELECT sign_ins.id AS signIn, accounts.id AS account, accounts.name, accounts.role,
       TIMESTAMPDIFF(SECOND, sign_ins.seen_at, CURRENT_TIMESTAMP) AS idle
     FROM sign_ins JOIN accounts ON accounts.id = sign_ins.account_id
     WHERE sign_ins.token_hash = ? AND sign_ins.begun_at > ? AND accounts.is_removed = 0`,
    [tokenHash, since],
  );
  if (!found) return undefined;
  const { idle, ...actor } = found;
  return { ...actor, isDue: Number(idle) >= SEEN_EVERY_S };
}

export async function noteSeen(db: Database, id: string): Promise<void> {
  await db.run('UPDATE sign_ins SET seen_at = CURRENT_TIMESTAMP WHERE id = ?', [id]);
}

/** The sign-ins of an account since `since`, the one that was used last before the others. */
export async function signInsOf(db: Database, account: string, since: Date): Promise<Omit<SignIn, 'isThis'>[]> {
  const rows = await db.query<{ id: string; address: string; program: string; begun_at: Date; seen_at: Date }>(
    `SELECT id, address, program, begun_at, seen_at FROM sign_ins WHERE account_id = ? AND begun_at > ?
     ORDER BY seen_at DESC, begun_at DESC`,
    [account, since],
  );
  return rows.map(({ begun_at, seen_at, ...rest }) => ({
    ...rest,
    begunAt: begun_at.toISOString(),
    seenAt: seen_at.toISOString(),
  }));
}

export async function accountOfSignIn(db: Database, id: string): Promise<string | undefined> {
  const [found] = await db.query<{ account_id: string }>('SELECT account_id FROM sign_ins WHERE id = ?', [id]);
  return found?.account_id;
}

export async function removeSignIn(db: Database, by: { id: string } | { tokenHash: string }): Promise<void> {
  const [where, value] = 'id' in by ? ['id', by.id] : ['token_hash', by.tokenHash];
  await db.run(`DELETE FROM sign_ins WHERE ${where} = ?`, [value]);
}

/** Ends the sign-ins of an account, but for one. */
export async function removeSignInsOf(db: Database, account: string, but = ''): Promise<void> {
  await db.run('DELETE FROM sign_ins WHERE account_id = ? AND id <> ?', [account, but]);
}

/** Lets tries be counted one after the other, until the transaction ends: by the row of the account that nobody signs in by. */
export async function holdTries(db: Database): Promise<void> {
  await db.query('SELECT id FROM accounts WHERE sign_in_name IS NULL FOR UPDATE');
}

export async function noteTry(db: Database, signInName: string, address: string): Promise<void> {
  await db.run('INSERT INTO sign_in_tries (sign_in_name, address) VALUES (?, ?)', [
    signInName.slice(0, 60),
    address.slice(0, 60),
  ]);
}

/** Forgets the tries to sign in by a name from an address, and all that are so old that they count no more. */
export async function removeTries(db: Database, signInName: string, address: string, within: number): Promise<void> {
  await db.run(
    `DELETE FROM sign_in_tries WHERE (sign_in_name = ? AND address = ?)
       OR tried_at < CURRENT_TIMESTAMP(3) - INTERVAL ? SECOND`,
    [signInName.slice(0, 60), address.slice(0, 60), within],
  );
}

/** Tries that have failed: how many, and how long ago the last one was, s. */
export interface Tries {
  count: number;
  last: number;
}

/**
 * What was tried within so many seconds: by that name from there, by that name, and from there; and whether somebody is, or was, signed
 * in by that name from there.
 */
export async function countTries(
  db: Database,
  signInName: string,
  address: string,
  within: number,
): Promise<{ both: Tries; name: Tries; address: Tries; isKnown: boolean }> {
  const [name, from] = [signInName.slice(0, 60), address.slice(0, 60)];
  const tries = async (where: string, values: string[]): Promise<Tries> => {
    const [found] = await db.query<{ count: number | string; last: number | string | null }>(
      `SELECT COUNT(*) AS count, TIMESTAMPDIFF(MICROSECOND, MAX(tried_at), CURRENT_TIMESTAMP(3)) / 1e6 AS last
       FROM sign_in_tries WHERE ${where} AND tried_at >= CURRENT_TIMESTAMP(3) - INTERVAL ? SECOND`,
      [...values, within],
    );
    return { count: Number(found!.count), last: found!.last === null ? Infinity : Number(found!.last) };
  };
  const known = await db.query(
    `SELECT 1 FROM sign_ins JOIN accounts ON accounts.id = account_id WHERE sign_in_name = ? AND address = ? LIMIT 1`,
    [name, from],
  );
  return {
    both: await tries('sign_in_name = ? AND address = ?', [name, from]),
    name: await tries('sign_in_name = ?', [name]),
    address: await tries('address = ?', [from]),
    isKnown: known.length > 0,
  };
}
