import type { StarterEdition, StarterView } from '../../contract/starters';
import { type StarterDocument, readStarter } from '../../core/starter/starter';
import type { Actor } from '../actor';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';

type Raw = Omit<StarterEdition, 'document'> & { starter: string; document: unknown };

function toEdition({ starter: _, document, ...row }: Raw): StarterEdition {
  const read = readStarter(fromJson(document));
  if (!read.ok) throw new Error(`A starter is damaged: ${read.reason}`);
  return { ...row, document: read.starter };
}

/** Starters by name with all their editions: all, or one. */
export async function findStarters(db: Database, id?: string): Promise<StarterView[]> {
  const rows = await db.query<Raw>(
    `SELECT e.id, e.starter_id AS starter, e.number, e.state, e.version, e.document, e.note, accounts.name AS changedBy,
       DATE_FORMAT(e.changed_at, '%Y-%m-%dT%H:%i:%sZ') AS changedAt
     FROM starter_editions e JOIN accounts ON accounts.id = e.changed_by ${id === undefined ? '' : 'WHERE e.starter_id = ?'}
     ORDER BY e.number DESC`,
    id === undefined ? [] : [id],
  );
  const defaults = await db.query<{ kind: 'part' | 'assembly'; starter: string }>(
    'SELECT kind, starter_id AS starter FROM starter_defaults ORDER BY kind',
  );
  const views = [...new Set(rows.map(({ starter }) => starter))].map((starter): StarterView => ({
    id: starter,
    editions: rows.filter((row) => row.starter === starter).map(toEdition),
    defaultFor: defaults.filter((one) => one.starter === starter).map(({ kind }) => kind),
  }));
  return views.sort((a, b) => a.editions[0]!.document.name.localeCompare(b.editions[0]!.document.name, 'en'));
}

export async function insertStarter(db: Database, id: string, { account }: Pick<Actor, 'account'>): Promise<void> {
  await db.run('INSERT INTO starters (id, made_by) VALUES (?, ?)', [id, account]);
}

export async function insertStarterEdition(
  db: Database,
  starter: string,
  one: { id: string; number: number; document: StarterDocument },
  { account }: Pick<Actor, 'account'>,
): Promise<void> {
  await db.run('INSERT INTO starter_editions (id, starter_id, number, document, changed_by) VALUES (?, ?, ?, ?, ?)', [
    one.id,
    starter,
    one.number,
    JSON.stringify(one.document),
    account,
  ]);
}

/** Replaces an open edition of that version. @returns false when it has moved on */
export async function replaceStarterEdition(
  db: Database,
  id: string,
  version: number,
  document: StarterDocument,
  { account }: Pick<Actor, 'account'>,
): Promise<boolean> {
  const { affected } = await db.run(
    `UPDATE starter_editions SET document = ?, version = version + 1, changed_by = ?, changed_at = NOW(3)
     WHERE id = ? AND version = ? AND state = 'open'`,
    [JSON.stringify(document), account, id, version],
  );
  return affected === 1;
}

/** Puts an edition of a state into another one; with `note` what is new with it. @returns false when it is of another state or version by now */
export async function moveStarterEdition(
  db: Database,
  id: string,
  move: { from: readonly StarterEdition['state'][]; to: StarterEdition['state']; version?: number; note?: string },
): Promise<boolean> {
  const { from, to, version, note } = move;
  const { affected } = await db.run(
    `UPDATE starter_editions SET state = ?, note = COALESCE(?, note),
       released_at = IF(? = 'released', COALESCE(released_at, NOW(3)), released_at)
     WHERE id = ? AND state IN (${marks(from)}) AND version = COALESCE(?, version)`,
    [to, note ?? null, to, id, ...from, version ?? null],
  );
  return affected === 1;
}

export async function deleteStarter(db: Database, id: string): Promise<void> {
  await db.run('DELETE FROM starters WHERE id = ?', [id]);
}

export async function keepStarterDefault(
  db: Database,
  kind: 'part' | 'assembly',
  starter: string | null,
): Promise<void> {
  if (starter === null) await db.run('DELETE FROM starter_defaults WHERE kind = ?', [kind]);
  else await db.run('REPLACE INTO starter_defaults (kind, starter_id) VALUES (?, ?)', [kind, starter]);
}

/** Takes a starter out of the defaults. */
export async function removeStarterDefaults(db: Database, starter: string): Promise<void> {
  await db.run('DELETE FROM starter_defaults WHERE starter_id = ?', [starter]);
}
