import type { Metadata } from 'next';
import { WHOLE_REGISTER } from '../../contract/drawings';
import { drawings } from '../../server/services/register';
import { registerQuery } from '../../ui/drawings/queries';
import { Register } from '../../ui/drawings/register';
import { admitting } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Drawings' };

export default admitting('/drawings', () =>
  answered(<Register />, (client) => [
    client.prefetchInfiniteQuery({ ...registerQuery('', WHOLE_REGISTER), queryFn: () => drawings() }),
  ]),
);
