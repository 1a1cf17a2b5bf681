import type { Metadata } from 'next';
import { dictionary } from '../../server/services/dictionary';
import { dictionaryQuery } from '../../ui/dictionary/queries';
import { Dictionary } from '../../ui/dictionary/dictionary';
import { admitting, reader } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Properties' };

export default admitting('/properties', () =>
  answered(<Dictionary />, (client) => [
    client.prefetchQuery({ ...dictionaryQuery, queryFn: async () => dictionary((await reader())!) }),
  ]),
);
