import { changeProperty, mergeProperty, removeProperty } from '../../../../contract/properties';
import * as service from '../../../../server/services/dictionary';
import { ServiceError } from '../../../../server/services/service-error';
import { handle, othersThan } from '../../handle';

export const PUT = handle(changeProperty, ({ params, body, actor }) => {
  if (body.definition.id !== params.id) throw new ServiceError(422, 'A property keeps its id.');
  return service.changeProperty(actor, body.definition, body.version);
});

export const POST = handle(mergeProperty, ({ params, body, actor }) =>
  service.mergeProperty(actor, params.id!, body.mergeInto),
);

export const DELETE = handle(removeProperty, async ({ params, actor }) => {
  await service.removeProperty(actor, params.id!);
  return { removed: true as const };
});

export const { GET, PATCH, OPTIONS } = othersThan('POST', 'PUT', 'DELETE');
