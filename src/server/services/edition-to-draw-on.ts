import type { Database } from '../database';
import { type EditionRow, editionInForce, findFormat, newestEdition } from '../repositories/formats';
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
