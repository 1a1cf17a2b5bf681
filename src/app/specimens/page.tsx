import type { Metadata } from 'next';
import { specimens } from '../../server/services/specimens';
import { specimensQuery } from '../../ui/data/queries';
import { SpecimensScreen } from '../../ui/specimens/specimen-screen';
import { admitting } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Specimens' };

export default admitting('/specimens', () =>
  answered(<SpecimensScreen />, (client) => [
    client.prefetchInfiniteQuery({ ...specimensQuery(''), queryFn: () => specimens({}) }),
  ]),
);
