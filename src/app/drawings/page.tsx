import type { Metadata } from 'next';
import { drawings } from '../../server/services/drawings';
import { registerQuery } from '../../ui/drawings/queries';
import { Register } from '../../ui/drawings/register';
import { admitting } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Drawings' };

export default admitting('/drawings', () =>
  answered(<Register />, (client) => [
    client.prefetchInfiniteQuery({ ...registerQuery('', 'all'), queryFn: () => drawings({ wanted: 'all' }) }),
  ]),
);
