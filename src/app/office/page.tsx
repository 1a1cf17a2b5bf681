import type { Metadata } from 'next';
import { places } from '../../server/services/places';
import { OfficeScreen } from '../../ui/office/office-screen';
import { placesQuery } from '../../ui/office/queries';
import { admitting } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Office' };

export default admitting('/office', () =>
  answered(<OfficeScreen />, (client) => [client.prefetchQuery({ ...placesQuery, queryFn: () => places() })]),
);
