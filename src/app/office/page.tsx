import type { Metadata } from 'next';
import { places } from '../../server/services/places';
import { OfficeScreen } from '../../ui/office/office-screen';
import { placesQuery } from '../../ui/office/queries';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Office' };

export default function Page() {
  return answered(<OfficeScreen />, (client) => [client.prefetchQuery({ ...placesQuery, queryFn: () => places() })]);
}
