import { endSignIn } from '../../../../contract/accounts';
import * as service from '../../../../server/services/sign-in';
import { handle, othersThan } from '../../handle';

export const DELETE = handle(endSignIn, async ({ actor, params }) => {
  await service.endSignIn(actor, params.id!);
  return { ended: true as const };
});

export const { GET, POST, PUT, PATCH, OPTIONS } = othersThan('DELETE');
