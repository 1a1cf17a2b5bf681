import { changePlaceValue } from '../../../../../../contract/places';
import * as service from '../../../../../../server/services/places';
import { handle, othersThan } from '../../../../handle';

export const PUT = handle(changePlaceValue, ({ params, body, actor }) =>
  service.changePlaceValue(actor, params.id!, body),
);

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
