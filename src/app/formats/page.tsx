import type { Metadata } from 'next';
import { shelf } from '../../server/services/formats';
import { shelfQuery } from '../../ui/data/queries';
import { Shelf } from '../../ui/formats/shelf';
import { admitting, reader } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Formats' };

export default admitting('/formats', () =>
  answered(<Shelf />, (client) => [
    client.prefetchInfiniteQuery({
      ...shelfQuery('', 'shelf'),
      queryFn: async () => shelf((await reader())!, { order: 'shelf' }),
    }),
  ]),
);
