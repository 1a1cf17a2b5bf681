import { changePassword } from '../../../../contract/accounts';
import * as service from '../../../../server/services/sign-in';
import { fromWhere } from '../../admitted';
import { handle, othersThan } from '../../handle';

export const PUT = handle(changePassword, async ({ actor, body, request }) => {
  await service.changePassword(actor, body, fromWhere(request));
  return { changed: true as const };
});

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
