import type { Group, Limit, Sharing } from '../../contract/sharing';
import { type Database, type Parameter, marks } from '../database';

type What = 'use' | 'change';

/** Whether a format, `formats.id`, is open to an account in one way: it is limited to nobody, or to them, or to a group of theirs. */
export const openTo = (what: What, account: string): { sql: string; parameters: Parameter[] } => ({
  sql: `NOT EXISTS (SELECT 1 FROM format_limits WHERE format_id = formats.id AND what = '${what}')
    OR EXISTS (SELECT 1 FROM format_limits WHERE format_id = formats.id AND what = '${what}' AND (account_id = ?
      OR group_id IN (SELECT group_id FROM group_members WHERE account_id = ?)))`,
  parameters: [account, account],
});

export async function isOpenTo(db: Database, format: string, what: What, account: string): Promise<boolean> {
  const { sql, parameters } = openTo(what, account);
  const found = await db.query(`SELECT 1 FROM formats WHERE id = ? AND (${sql})`, [format, ...parameters]);
  return found.length > 0;
}

/** The formats that an account does not use; without an account, all that are limited to somebody. */
export async function hiddenFrom(db: Database, account: string | undefined): Promise<string[]> {
  const { sql, parameters } = openTo('use', account ?? '');
  const rows = await db.query<{ id: string }>(`SELECT id FROM formats WHERE NOT (${sql})`, parameters);
  return rows.map(({ id }) => id);
}

export async function findSharing(db: Database, format: string): Promise<Sharing> {
  const rows = await db.query<{ what: What; account_id: string | null; group_id: string | null }>(
    'SELECT what, account_id, group_id FROM format_limits WHERE format_id = ? ORDER BY account_id, group_id',
    [format],
  );
  const of = (what: What): Limit | null => {
    const own = rows.filter((row) => row.what === what);
    if (own.length === 0) return null;
    return {
      accounts: own.flatMap(({ account_id }) => account_id ?? []),
      groups: own.flatMap(({ group_id }) => group_id ?? []),
    };
  };
  return { use: of('use'), change: of('change') };
}

/** @throws a foreign-key error when an account or a group is not there */
export async function replaceSharing(db: Database, format: string, sharing: Sharing): Promise<void> {
  await db.run('DELETE FROM format_limits WHERE format_id = ?', [format]);
  for (const what of ['use', 'change'] as const)
    for (const [column, ids] of [
      ['account_id', sharing[what]?.accounts ?? []],
      ['group_id', sharing[what]?.groups ?? []],
    ] as const)
      for (const id of new Set(ids))
        await db.run(`INSERT INTO format_limits (format_id, what, ${column}) VALUES (?, ?, ?)`, [format, what, id]);
}

export async function allGroups(db: Database): Promise<Group[]> {
  const rows = await db.query<{ id: string; name: string; account_id: string | null }>(
    `SELECT id, name, account_id FROM account_groups LEFT JOIN group_members ON group_id = id ORDER BY name, account_id`,
  );
  const groups = new Map<string, Group>();
  for (const { id, name, account_id } of rows) {
    const group = groups.get(id) ?? { id, name, members: [] };
    if (account_id !== null) group.members.push(account_id);
    groups.set(id, group);
  }
  return [...groups.values()];
}

/** @throws a duplicate-key error when another group has the name, a foreign-key error when an account is not there */
export async function replaceGroup(db: Database, { id, name, members }: Group): Promise<void> {
  await db.run('INSERT INTO account_groups (id, name) VALUES (?, ?) ON DUPLICATE KEY UPDATE name = VALUES(name)', [
    id,
    name,
  ]);
  await db.run('DELETE FROM group_members WHERE group_id = ?', [id]);
  for (const account of new Set(members))
    await db.run('INSERT INTO group_members (group_id, account_id) VALUES (?, ?)', [id, account]);
}

/** Whether another group is called so. */
export async function isGroupNamed(db: Database, name: string, but: string): Promise<boolean> {
  return (await db.query('SELECT 1 FROM account_groups WHERE name = ? AND id <> ?', [name, but])).length > 0;
}

/** The formats that are used or changed by a group and nobody else, by name. */
export async function limitedToGroupAlone(db: Database, group: string): Promise<string[]> {
  const rows = await db.query<{ name: string }>(
    `SELECT DISTINCT formats.name FROM format_limits JOIN formats ON formats.id = format_id
     WHERE group_id = ? AND NOT EXISTS (SELECT 1 FROM format_limits AS others WHERE others.format_id = format_limits.format_id
       AND others.what = format_limits.what AND (others.group_id IS NULL OR others.group_id <> ?))`,
    [group, group],
  );
  return rows.map(({ name }) => name);
}

export async function deleteGroup(db: Database, id: string): Promise<boolean> {
  return (await db.run('DELETE FROM account_groups WHERE id = ?', [id])).affected > 0;
}

/** How many of some accounts are administrators that can sign in, counting the members of some groups. */
export async function countAdministratorsIn(db: Database, { accounts, groups }: Limit): Promise<number> {
  const parts = [
    ...(accounts.length > 0 ? [`id IN (${marks(accounts)})`] : []),
    ...(groups.length > 0 ? [`id IN (SELECT account_id FROM group_members WHERE group_id IN (${marks(groups)}))`] : []),
  ];
  if (parts.length === 0) return 0;
  const [row] = await db.query<{ n: number | string }>(
    `SELECT COUNT(*) AS n FROM accounts WHERE role = 'administrator' AND is_removed = 0 AND sign_in_name IS NOT NULL
       AND (${parts.join(' OR ')})`,
    [...accounts, ...groups],
  );
  return Number(row!.n);
}
