import { removePart } from '../../../../contract/parts';
import * as service from '../../../../server/services/parts';
import { handle, othersThan } from '../../handle';

export const DELETE = handle(removePart, async ({ actor, params }) => {
  await service.removePart(actor, params.id!);
  return { removed: true as const };
});

export const { GET, POST, PUT, PATCH, OPTIONS } = othersThan('DELETE');
