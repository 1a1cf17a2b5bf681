import type { Metadata } from 'next';
import { profiles } from '../../server/services/profiles';
import { ProfilesScreen } from '../../ui/profiles/profiles-screen';
import { profilesQuery } from '../../ui/profiles/queries';
import { admitting, reader } from '../admitted-page';
import { answered } from '../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Profiles' };

export default admitting('/profiles', () =>
  answered(<ProfilesScreen />, (client) => [
    client.prefetchQuery({ ...profilesQuery, queryFn: async () => profiles((await reader())!) }),
  ]),
);
