import { randomUUID } from 'node:crypto';
import type { RemovedKind, RemovedThing } from '../../contract/removed';
import type { Page } from '../../contract/route';
import type { Actor } from '../actor';
import { database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { deleteRemoved, listRemoved, lockRemoved, putBack } from '../repositories/removed-things';
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
): Promise<{ kind: RemovedKind; id: string; name: string }> {
  return transaction(async (db) => {
    const thing = await lockRemoved(db, number);
    if (!thing) throw new ServiceError(404, 'It is kept no more, or somebody has brought it back already.');
    const { kind, id, name } = thing;
    try {
      await putBack(db, thing);
    } catch (error) {
      if (isDuplicate(error))
        throw new ServiceError(
          409,
          `Another ${kind} is called “${name}”, or stands in its place, by now. Rename that one.`,
        );
      // A row refers to one that is gone.
      if ((error as { errno?: number }).errno === 1452)
        throw new ServiceError(409, `What “${name}” refers to has been removed too. Bring that back first.`);
      throw error;
    }
    await deleteRemoved(db, number);
    if (kind === 'format') await chain(db, ofFormat(id), { kind: 'brought back' });
    const words = [`Brought back the ${kind} ${name}`];
    await noteChange(db, actor, { subject: SUBJECTS[kind](id), sitting: randomUUID(), words });
    return { kind, id, name };
  });
}
