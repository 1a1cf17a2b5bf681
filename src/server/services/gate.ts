import type { Actor } from '../actor';
import { mayDo } from '../../core/office/account';
import { type Database, database } from '../database';
import { findEdition } from '../repositories/formats';
import { hiddenFrom } from '../repositories/sharing';
import { ServiceError } from './service-error';

/** Who asks for formats: somebody who is signed in, or another program, which is not among those that a format is limited to. */
export type Asker = Pick<Actor, 'account' | 'role'> | 'program';

/**
 * The formats that are not there for whoever asks: they are limited to others. Lists leave them out, counts do not count them. To
 * administrators all formats are there.
 */
export async function hiddenFormats(db: Database, asker: Asker): Promise<string[]> {
  if (asker === 'program') return hiddenFrom(db, undefined);
  return mayDo(asker.role, 'administrator') ? [] : hiddenFrom(db, asker.account);
}

/** @throws ServiceError 404 for a format that is not there for whoever asks, in the words of one that is not there at all */
export async function checkThere(db: Database, asker: Asker, format: string): Promise<void> {
  if ((await hiddenFormats(db, asker)).includes(format))
    throw new ServiceError(404, 'There is no such format on the shelf.');
}

/**
 * What stands before every route whose address names a format or an edition.
 * @param path a route's path with the names of its parameters in brackets
 * @throws ServiceError 404 when that is not there for whoever asks
 */
export async function checkAddress(asker: Asker, path: string, { id }: Record<string, string>): Promise<void> {
  if (id === undefined) return;
  if (/^\/api\/(?:v1\/)?formats\/\[id\]/.test(path)) return checkThere(database, asker, id);
  if (!path.startsWith('/api/editions/[id]')) return;
  const edition = await findEdition(database, id);
  if (edition && (await hiddenFormats(database, asker)).includes(edition.formatId))
    throw new ServiceError(404, 'This edition is no longer there.');
}
