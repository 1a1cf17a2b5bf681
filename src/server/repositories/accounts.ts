import type { Account } from '../../contract/accounts';
import type { Role } from '../../core/office/account';
import type { Database } from '../database';

/** An account as it is kept. */
export interface AccountRow {
  id: string;
  name: string;
  signInName: string;
  role: Role;
  password: string | null;
  mustChoose: boolean;
  removed: boolean;
  version: number;
}

interface Raw extends Omit<AccountRow, 'mustChoose' | 'removed' | 'signInName'> {
  sign_in_name: string;
  must_choose: number;
  is_removed: number;
}

const COLUMNS = 'id, name, sign_in_name, role, password, must_choose, is_removed, version';

const row = ({ sign_in_name, must_choose, is_removed, ...rest }: Raw): AccountRow => ({
  ...rest,
  signInName: sign_in_name,
  mustChoose: must_choose === 1,
  removed: is_removed === 1,
});

/** Whether anybody can sign in at all. */
export async function isAnyAccount(db: Database): Promise<boolean> {
  const found = await db.query('SELECT 1 FROM accounts WHERE sign_in_name IS NOT NULL AND is_removed = 0 LIMIT 1');
  return found.length > 0;
}

/** Keeps out who would make the first account at the same time, until the transaction ends. */
export const holdAccounts = async (db: Database): Promise<void> => {
  await db.query('SELECT id FROM accounts FOR UPDATE');
};

export async function findAccount(db: Database, by: { id: string } | { signInName: string }) {
  const [where, value] = 'id' in by ? ['id', by.id] : ['sign_in_name', by.signInName];
  const [found] = await db.query<Raw>(
    `SELECT ${COLUMNS} FROM accounts WHERE ${where} = ? AND sign_in_name IS NOT NULL`,
    [value],
  );
  return found && row(found);
}

/** All accounts that sign in, those that still may before the removed ones, with their sign-ins since `since`. */
export async function allAccounts(db: Database, since: Date): Promise<Account[]> {
  const rows = await db.query<Raw & { sign_ins: number | string; seen: Date | null }>(
    `SELECT ${COLUMNS},
       (SELECT COUNT(*) FROM sign_ins WHERE account_id = accounts.id AND begun_at > ?) AS sign_ins,
       (SELECT MAX(seen_at) FROM sign_ins WHERE account_id = accounts.id) AS seen
     FROM accounts WHERE sign_in_name IS NOT NULL ORDER BY is_removed, name`,
    [since],
  );
  return rows.map(({ sign_ins, seen, ...raw }) => {
    const { password: _, ...account } = row(raw);
    return { ...account, signIns: Number(sign_ins), ...(seen && { seenAt: seen.toISOString() }) };
  });
}

/** @throws a duplicate-key error when somebody signs in by that name */
export async function insertAccount(db: Database, account: AccountRow): Promise<void> {
  await db.run(
    `INSERT INTO accounts (id, name, sign_in_name, role, password, must_choose, is_removed) VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [account.id, account.name, account.signInName, account.role, account.password, account.mustChoose, account.removed],
  );
}

/** @returns false when the account is no longer of that version */
export async function replaceAccount(db: Database, account: AccountRow, version: number): Promise<boolean> {
  const { affected } = await db.run(
    'UPDATE accounts SET name = ?, role = ?, is_removed = ?, version = version + 1 WHERE id = ? AND version = ?',
    [account.name, account.role, account.removed, account.id, version],
  );
  return affected === 1;
}

export async function keepPassword(db: Database, id: string, password: string, mustChoose: boolean): Promise<void> {
  await db.run('UPDATE accounts SET password = ?, must_choose = ? WHERE id = ?', [password, mustChoose, id]);
}

/** How many standards administrators can still sign in. */
export async function countAdministrators(db: Database): Promise<number> {
  const [found] = await db.query<{ n: number | string }>(
    `SELECT COUNT(*) AS n FROM accounts WHERE role = 'administrator' AND is_removed = 0 AND sign_in_name IS NOT NULL
     FOR UPDATE`,
  );
  return Number(found!.n);
}
