import type { Metadata } from 'next';
import { starters } from '../../server/services/starters';
import { startersQuery } from '../../ui/starters/queries';
import { StartersScreen } from '../../ui/starters/starters-screen';
import { admitting, reader } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Starters' };

export default admitting('/starters', () =>
  answered(<StartersScreen />, (client) => [
    client.prefetchQuery({ ...startersQuery, queryFn: async () => starters((await reader())!) }),
  ]),
);
