import { changePlaceValue } from '../../../../../../contract/places';
import * as service from '../../../../../../server/services/places';
import { handle } from '../../../../handle';

export const PUT = handle(changePlaceValue, ({ params, body, actor }) =>
  service.changePlaceValue(actor, params.id!, body),
);
