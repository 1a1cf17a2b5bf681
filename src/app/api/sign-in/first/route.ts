import { beFirst } from '../../../../contract/accounts';
import * as service from '../../../../server/services/sign-in';
import { cookieFor } from '../../../../server/signing-in/session';
import { fromWhere } from '../../admitted';
import { handle, othersThan } from '../../handle';

export const POST = handle(beFirst, async ({ body, request, headers }) => {
  const kept = await service.beFirst(body, fromWhere(request));
  headers.set('set-cookie', await cookieFor(request, kept));
  return kept.me;
});

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
