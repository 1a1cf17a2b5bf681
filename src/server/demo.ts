import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import { FullName, NewPassword, Role, SignInName } from '../core/office/account';
import { database } from './database';
import { insertAccount, isAnyAccount } from './repositories/accounts';
import { hashOf } from './signing-in/password';

const Accounts = z.array(z.object({ name: FullName, signInName: SignInName, role: Role, password: NewPassword }));

/** What hashing a password costs that everybody is told. */
const CHEAP = 2 ** 8;

const accountsIn = async (folder: string) =>
  Accounts.parse(JSON.parse(await readFile(`${folder}/accounts.json`, 'utf8')));

/** The accounts with which this Zonograph is shown, and their passwords; none but in a demo, whose folder ZONOGRAPH_DEMO names. */
export const demoAccounts = async (): Promise<z.infer<typeof Accounts>> =>
  process.env.ZONOGRAPH_DEMO ? accountsIn(process.env.ZONOGRAPH_DEMO) : [];

/** Gives an office in which nobody can sign in the accounts of the demo. @returns false when it has accounts */
export async function seedDemoAccounts(folder: string): Promise<boolean> {
  if (await isAnyAccount(database)) return false;
  for (const { name, signInName, role, password } of await accountsIn(folder))
    await insertAccount(database, {
      id: randomUUID(),
      name,
      signInName,
      role,
      password: await hashOf(password, CHEAP),
      mustChoose: false,
      removed: false,
      version: 1,
    });
  return true;
}
