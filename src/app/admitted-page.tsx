import { redirect } from 'next/navigation';
import { headers } from 'next/headers';
import { type ReactNode, cache } from 'react';
import type { Me } from '../contract/accounts';
import { PAGES, type PagePath } from '../contract/admission';
import { mayDo, tooLittle } from '../core/office/account';
import { DatabaseAway, DatabaseBusy } from '../server/database';
import { signedIn } from '../server/services/sign-in';
import { keptOfPage } from '../server/signing-in/session';
import { NotForYou } from '../ui/shell/page-notes';

/**
 * Who reads the page that is being made. While the database does not answer, it is whoever the sealed cookie says: such a page has
 * nothing in it yet, and what it asks for is not answered either.
 */
export const reader = cache(async (): Promise<Me | undefined> => {
  const { token, me } = await keptOfPage();
  if (token === undefined) return undefined;
  try {
    const found = await signedIn(token);
    return found && { account: found.account, name: found.name, role: found.role };
  } catch (error) {
    if (error instanceof DatabaseAway || error instanceof DatabaseBusy) return me;
    throw error;
  }
});

/** A page for whom it takes; others are led to sign in, or told what it takes. */
export function admitting<P>(
  page: PagePath,
  shown: (given: P) => ReactNode | Promise<ReactNode>,
): (given: P) => Promise<ReactNode> {
  return async (given) => {
    const takes = PAGES[page];
    if (takes === 'anyone') return shown(given);
    const me = await reader();
    if (!me) redirect(`/sign-in?to=${encodeURIComponent((await headers()).get('x-address') ?? '/')}`);
    if (!mayDo(me.role, takes)) return <NotForYou reason={tooLittle(takes, me.role)} />;
    return shown(given);
  };
}
