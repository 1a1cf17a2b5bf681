import type { Database } from '../database';
import { type EditionRow, editionInForce, findFormat, newestEdition } from '../repositories/formats';
import { findReleases } from '../repositories/releases';
import { type Asker, checkThere } from './gate';
import { ServiceError } from './service-error';
import { officeToday } from './today';

/**
 * The edition that new drawings are made on: the newest released one that counts today.
 * @throws ServiceError 422 when there is none, with what there is instead
 */
export async function editionToDrawOn(db: Database, { id, name }: { id: string; name: string }): Promise<EditionRow> {
  const today = await officeToday(db);
  const edition = await editionInForce(db, id, today);
  if (edition) return edition;
  const newest = await newestEdition(db, id);
  if (!newest) throw new ServiceError(404, 'There is no such format on the shelf.');
  const successor = newest.successor === null ? undefined : await findFormat(db, newest.successor);
  const why = {
    open: 'has no released edition yet. Release it on the board first',
    released: 'has no edition that counts today yet',
    withdrawn: `is withdrawn. ${successor ? `Use “${successor.name}” instead` : 'Choose another format'}`,
  }[newest.state];
  throw new ServiceError(422, `“${name}” ${why}.`);
}

/**
 * Refuses an edition that somebody may not use, that is not released, or that does not count yet.
 * @throws ServiceError 404 where it is not there for the person, 422 with the reason
 */
export async function checkToDrawOn(
  db: Database,
  asker: Asker,
  { id, formatId, number, state, document }: EditionRow,
): Promise<void> {
  await checkThere(db, asker, formatId);
  const what = `Edition ${number} of “${document.name}”`;
  if (state !== 'released') throw new ServiceError(422, `${what} is ${state}. Sheets are made on released ones.`);
  const release = (await findReleases(db, [id])).get(id);
  if (release && release.countsFrom > (await officeToday(db)))
    throw new ServiceError(422, `${what} counts from ${release.countsFrom}, not yet.`);
}
