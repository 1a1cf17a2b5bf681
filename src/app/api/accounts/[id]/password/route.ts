import { resetPassword } from '../../../../../contract/accounts';
import * as service from '../../../../../server/services/accounts';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(resetPassword, async ({ actor, params, body }) => {
  await service.resetPassword(actor, params.id!, body.password);
  return { changed: true as const };
});

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
