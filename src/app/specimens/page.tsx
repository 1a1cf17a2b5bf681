import type { Metadata } from 'next';
import { specimens } from '../../server/services/specimens';
import { specimensQuery } from '../../ui/data/queries';
import { SpecimensScreen } from '../../ui/specimens/specimen-screen';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Specimens' };

export default function Page() {
  return answered(<SpecimensScreen />, (client) => [
    client.prefetchInfiniteQuery({ ...specimensQuery(''), queryFn: () => specimens({}) }),
  ]);
}
