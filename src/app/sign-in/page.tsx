import type { Metadata } from 'next';
import { demoAccounts } from '../../server/demo';
import { places } from '../../server/services/places';
import { isNobodyThere } from '../../server/services/sign-in';
import { SignInScreen } from '../../ui/account/sign-in-screen';
import { admitting } from '../admitted-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in' };

/** A path of ours, and nowhere else: browsers leave tabs and line ends out of addresses, and take a backslash for a slash. */
const isOurs = (path: string) => /^\/(?!\/)[^\\\p{Cc}]*$/u.test(path) && !path.startsWith('/sign-in');

export default admitting(
  '/sign-in',
  async ({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) => {
    const { to } = await searchParams;
    const [isFirst, sites] = await Promise.all([isNobodyThere(), places()]);
    const office = sites.find(({ isDefault }) => isDefault)?.name ?? '';
    return (
      <SignInScreen
        to={typeof to === 'string' && isOurs(to) ? to : '/formats'}
        office={office}
        isFirst={isFirst}
        demo={isFirst ? [] : await demoAccounts()}
      />
    );
  },
);
