import { removeGroup } from '../../../../contract/sharing';
import * as service from '../../../../server/services/sharing';
import { handle, othersThan } from '../../handle';

export const DELETE = handle(removeGroup, async ({ actor, params }) => {
  await service.removeGroup(actor, params.id!);
  return { removed: true as const };
});

export const { GET, POST, PUT, PATCH, OPTIONS } = othersThan('DELETE');
