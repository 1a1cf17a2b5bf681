import { randomUUID } from 'node:crypto';
import type { RemovedKind, RemovedThing } from '../../contract/removed';
import type { Page } from '../../contract/route';
import type { Actor } from '../actor';
import { SHIPPED_BOOKS } from '../../core/rules/standards';
import { type Database, database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { fromJson } from '../repositories/json-column';
import {
  type RemovedRow,
  deleteRemoved,
  keptRows,
  listRemoved,
  lockRemoved,
  putBack,
} from '../repositories/removed-things';
import { allBooks } from '../repositories/rule-books';
import { chain, ofFormat } from './chain';
import { ServiceError } from './service-error';

/** Entries of a page. */
const PAGE = 50;

/** What was removed and can still be brought back. */
export const removedThings = (after?: string): Promise<Page<RemovedThing>> => listRemoved(database, after, PAGE);

/** Whose history says that it came back. */
const SUBJECTS: Record<RemovedKind, (id: string) => string> = {
  format: (id) => `format ${id}`,
  starter: (id) => `starter ${id}`,
  profile: (id) => `profile ${id}`,
  'rule book': (id) => `rule book ${id}`,
  site: (id) => `place ${id}`,
  project: (id) => `place ${id}`,
  part: () => 'parts',
};

/**
 * Brings something back that was removed, whole and under its own id: released editions are those that were released.
 * @throws ServiceError 404 when it is kept no more; 409 when its name or place is taken, or what it refers to is gone
 */
export async function bringBack(
  actor: Actor,
  number: number,
): Promise<{ kind: RemovedKind; id: string; name: string; note?: string }> {
  return transaction(async (db) => {
    const thing = await lockRemoved(db, number);
    if (!thing) throw new ServiceError(404, 'It is kept no more, or somebody has brought it back already.');
    const { kind, id, name } = thing;
    await checkBooks(db, thing);
    let isLimitedAnew = false;
    try {
      ({ isLimitedAnew } = await putBack(db, actor, thing));
    } catch (error) {
      if (isDuplicate(error))
        throw new ServiceError(
          409,
          `Another ${kind} is called “${name}”, or stands in its place, by now. Rename that one.`,
        );
      // A row refers to one that is gone.
      if ((error as { errno?: number }).errno === 1452) throw refersToGone(name);
      throw error;
    }
    await deleteRemoved(db, number);
    if (kind === 'format') await chain(db, ofFormat(id), { kind: 'brought back' });
    const words = [`Brought back the ${kind} ${name}`];
    await noteChange(db, actor, { subject: SUBJECTS[kind](id), sitting: randomUUID(), words });
    const note = 'Nobody is left of those to whom it was limited: for now it is yours alone.';
    return { kind, id, name, ...(isLimitedAnew && { note }) };
  });
}

/** Refuses a rule book or a profile that follows a book which is gone: books are named in documents, where no key holds them. */
async function checkBooks(db: Database, { id, name, kept }: RemovedRow): Promise<void> {
  const rows = keptRows(kept);
  const documents = [...(rows.get('rule_books') ?? []), ...(rows.get('profiles') ?? [])].map(({ document }) =>
    fromJson<{ from?: string; rules?: string }>(document),
  );
  const there = new Set([id, ...Object.keys(SHIPPED_BOOKS), ...(await allBooks(db)).map((book) => book.id)]);
  const gone = documents.some(({ from, rules }) =>
    [from, rules].some((book) => book !== undefined && !there.has(book)),
  );
  if (gone) throw refersToGone(name);
}

const refersToGone = (name: string) =>
  new ServiceError(409, `What “${name}” refers to has been removed too. Bring that back first.`);
