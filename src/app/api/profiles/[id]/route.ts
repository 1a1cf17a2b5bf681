import { readProfile, removeProfile, renameProfile } from '../../../../contract/profiles';
import * as service from '../../../../server/services/profiles';
import { handle, othersThan } from '../../handle';

export const GET = handle(readProfile, ({ params, actor }) => service.profile(actor, params.id!));

export const PUT = handle(renameProfile, ({ params, body, actor }) =>
  service.renameProfile(actor, params.id!, body.name),
);

export const DELETE = handle(removeProfile, async ({ params, actor }) => {
  await service.removeProfile(actor, params.id!);
  return { removed: true as const };
});

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
