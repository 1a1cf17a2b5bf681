import { signIn, signOut } from '../../../contract/accounts';
import * as service from '../../../server/services/sign-in';
import { cookieFor, keptOf } from '../../../server/signing-in/session';
import { fromWhere } from '../admitted';
import { handle, othersThan } from '../handle';

export const POST = handle(signIn, async ({ body, request, headers }) => {
  const kept = await service.signIn(body, fromWhere(request));
  headers.set('set-cookie', await cookieFor(request, kept));
  return kept.me;
});

export const DELETE = handle(signOut, async ({ request, headers }) => {
  const { token } = await keptOf(request);
  if (token !== undefined) await service.signOut(token);
  headers.set('set-cookie', await cookieFor(request, undefined));
  return { signedOut: true as const };
});

export const { GET, PUT, PATCH, OPTIONS } = othersThan('POST', 'DELETE');
