import { KEPT_DAYS, type RemovedKind, type RemovedThing } from '../../contract/removed';
import type { Page } from '../../contract/route';
import type { Actor } from '../actor';
import { type Database, type Parameter, marks } from '../database';
import { readPage } from './keyset';

type Row = Record<string, Parameter>;

/** Rows of a thing, by table in the order in which they are put in, and the ids of rows elsewhere that referred to it. */
interface Kept {
  rows: [table: string, rows: Row[]][];
  referring: string[];
}

const OF_EDITIONS = 'edition_id IN (SELECT id FROM editions WHERE format_id = ?)';

/** What belongs to a thing of each kind: its own row first, then those that refer to it. */
const TREES: Record<RemovedKind, readonly [table: string, where: string][]> = {
  format: [
    ['formats', 'id = ?'],
    ['editions', 'format_id = ?'],
    ['edition_releases', OF_EDITIONS],
    ['edition_steps', OF_EDITIONS],
    ['property_uses', OF_EDITIONS],
    ['format_limits', 'format_id = ?'],
  ],
  starter: [
    ['starters', 'id = ?'],
    ['starter_editions', 'starter_id = ?'],
    ['starter_defaults', 'starter_id = ?'],
  ],
  profile: [
    ['profiles', 'id = ?'],
    ['profile_revisions', 'profile_id = ?'],
  ],
  'rule book': [['rule_books', 'id = ?']],
  site: [['value_places', 'id = ?']],
  project: [['value_places', 'id = ?']],
  part: [['parts', 'id = ?']],
};

/** Keeps a thing as it is, before it is deleted in the same transaction, and lets go of what was kept for long enough. */
export async function keepRemoved(
  db: Database,
  { account }: Actor,
  { kind, id, name }: { kind: RemovedKind; id: string; name: string },
): Promise<void> {
  await db.run(`DELETE FROM removed_things WHERE removed_at < NOW(3) - INTERVAL ${KEPT_DAYS} DAY`);
  const kept: Kept = { rows: [], referring: [] };
  for (const [table, where] of TREES[kind])
    kept.rows.push([table, await db.query<Row>(`SELECT * FROM ${table} WHERE ${where}`, [id])]);
  if (kind === 'format') {
    const sql = 'SELECT id FROM editions WHERE successor = ? AND format_id <> ?';
    kept.referring = (await db.query<{ id: string }>(sql, [id, id])).map((one) => one.id);
  }
  const sql = 'INSERT INTO removed_things (kind, thing_id, name, kept, removed_by) VALUES (?, ?, ?, ?, ?)';
  await db.run(sql, [kind, id, name.slice(0, 300), JSON.stringify(kept, written), account]);
}

/** The rows of a thing that was kept, by table. */
export const keptRows = (kept: string): Map<string, Row[]> => new Map((JSON.parse(kept, readAgain) as Kept).rows);

/**
 * Puts a thing that was kept back as it was, but for what cannot be so any more: a successor that is gone, limits to groups that are gone.
 * Which starter is the default stays as it is by now.
 * @returns whether nobody is left of those to whom a format was limited: it is limited to `actor` then
 * @throws the database's errors where a name or an id is taken, or a row is gone that it refers to
 */
export async function putBack(
  db: Database,
  { account }: Actor,
  { id, kept }: { id: string; kept: string },
): Promise<{ isLimitedAnew: boolean }> {
  const tables = keptRows(kept);
  for (const edition of tables.get('editions') ?? [])
    if (edition.successor != null && !(await isThere(db, 'formats', edition.successor))) edition.successor = null;
  const limits = tables.get('format_limits') ?? [];
  const there: Row[] = [];
  for (const limit of limits)
    if (limit.group_id == null || (await isThere(db, 'account_groups', limit.group_id))) there.push(limit);
  const lost = [...new Set(limits.map(({ what }) => what!))].filter((what) => !there.some((one) => one.what === what));
  tables.set('format_limits', [
    ...there,
    ...lost.map((what): Row => ({ format_id: id, what, account_id: account, group_id: null })),
  ]);
  for (const [table, rows] of tables) await insertRows(db, table, rows);
  const { referring } = JSON.parse(kept) as Kept;
  if (referring.length > 0)
    await db.run(
      `UPDATE editions SET successor = ?, updated_at = updated_at WHERE successor IS NULL AND id IN (${marks(referring)})`,
      [id, ...referring],
    );
  return { isLimitedAnew: lost.length > 0 };
}

const isThere = async (db: Database, table: 'formats' | 'account_groups', id: Parameter): Promise<boolean> =>
  (await db.query(`SELECT 1 FROM ${table} WHERE id = ?`, [id])).length > 0;

async function insertRows(db: Database, table: string, rows: readonly Row[]): Promise<void> {
  if (rows.length === 0) return;
  const columns = await columnsOf(db, table);
  // Another starter may be the default by now.
  const insert = table === 'starter_defaults' ? 'INSERT IGNORE' : 'INSERT';
  for (const row of rows) {
    // A column that there is no more since then is left out.
    const own = Object.entries(row).filter(([name]) => columns.has(name));
    const names = own.map(([name]) => `\`${name}\``).join(', ');
    await db.run(
      `${insert} INTO ${table} (${names}) VALUES (${marks(own)})`,
      own.map(([, value]) => value),
    );
  }
}

/** The columns of a table that are written: those that are not computed. */
async function columnsOf(db: Database, table: string): Promise<Set<string>> {
  const rows = await db.query<{ name: string }>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = DATABASE() AND table_name = ? AND generation_expression IS NULL`,
    [table],
  );
  return new Set(rows.map(({ name }) => name));
}

/** Dates and bytes, as JSON tells them apart from texts. */
function written(this: Row, name: string, value: unknown): unknown {
  const own = this[name];
  if (own instanceof Date) return { date: own.toISOString() };
  if (Buffer.isBuffer(own)) return { bytes: own.toString('base64') };
  return value;
}

function readAgain(_: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const { date, bytes } = value as { date?: unknown; bytes?: unknown };
  if (typeof date === 'string') return new Date(date);
  if (typeof bytes === 'string') return Buffer.from(bytes, 'base64');
  return value;
}

const STILL_KEPT = `removed_at >= NOW(3) - INTERVAL ${KEPT_DAYS} DAY`;

/** What can still be brought back, the newest first. */
export async function listRemoved(db: Database, after: string | undefined, size: number): Promise<Page<RemovedThing>> {
  interface Raw extends Pick<RemovedThing, 'kind' | 'name' | 'by'> {
    number: number | string;
    at: Date;
    until: Date;
  }
  return readPage<Raw, RemovedThing>(
    db,
    {
      select: `number, kind, removed_things.name, accounts.name AS 'by', removed_at AS at, removed_at + INTERVAL ${KEPT_DAYS} DAY AS until`,
      from: 'removed_things JOIN accounts ON accounts.id = removed_by',
      where: [{ sql: STILL_KEPT, parameters: [] }],
      order: ['number'],
      direction: 'DESC',
      keyOf: ({ number }) => [String(number)],
      toEntry: ({ number, at, until, ...rest }) => ({
        ...rest,
        number: Number(number),
        at: at.toISOString(),
        until: until.toISOString(),
      }),
    },
    { after, size },
  );
}

/** A thing that was removed, with its rows as they are kept. */
export interface RemovedRow {
  kind: RemovedKind;
  id: string;
  name: string;
  kept: string;
}

/** A thing that can still be brought back, held for the transaction. */
export async function lockRemoved(db: Database, number: number): Promise<RemovedRow | undefined> {
  const sql = `SELECT kind, thing_id AS id, name, kept FROM removed_things WHERE number = ? AND ${STILL_KEPT} FOR UPDATE`;
  return (await db.query<RemovedRow>(sql, [number]))[0];
}

export const deleteRemoved = (db: Database, number: number): Promise<unknown> =>
  db.run('DELETE FROM removed_things WHERE number = ?', [number]);
