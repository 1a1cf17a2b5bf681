import { changePlace, removePlace } from '../../../../../contract/places';
import * as service from '../../../../../server/services/places';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(changePlace, ({ params, body, actor }) => service.changePlace(actor, params.id!, body));

export const DELETE = handle(removePlace, async ({ params, actor }) => {
  await service.removePlace(actor, params.id!);
  return { removed: true as const };
});

export const { GET, POST, PATCH, OPTIONS } = othersThan('PUT', 'DELETE');
