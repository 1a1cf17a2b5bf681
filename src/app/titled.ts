import type { Metadata } from 'next';
import { reader } from './admitted-page';
import { database } from '../server/database';
import { type Named, findName } from '../server/repositories/names';

/**
 * The title of a page by what it shows, so that tabs and histories can be told apart.
 *
 * @param kind what the page is, also its title when the thing has no name or the database does not answer
 */
export const titled =
  (of: Named, kind: string) =>
  async ({ params }: { params: Promise<{ id: string }> }): Promise<Metadata> => {
    if (!(await reader())) return { title: kind };
    const name = await findName(database, of, decodeURIComponent((await params).id)).catch(() => undefined);
    return { title: name === undefined ? kind : `${name} · ${kind}` };
  };
