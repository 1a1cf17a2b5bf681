import { z } from 'zod';
import { Board } from '../../../ui/board/board';
import { admitting } from '../../admitted-page';
import { preloadLettering } from '../../preload-lettering';
import { titled } from '../../titled';

export const generateMetadata = titled('format', 'Board');

interface Given {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** The edition that the address names, and the version at which it is looked at. */
const Looked = z.object({ edition: z.string(), version: z.coerce.number().int().positive().optional() });

export default admitting('/formats/[id]', async ({ params, searchParams }: Given) => {
  preloadLettering();
  const looked = Looked.safeParse(await searchParams);
  return <Board formatId={decodeURIComponent((await params).id)} lookedAt={looked.data} />;
});
