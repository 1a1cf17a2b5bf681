import { foreseeValue } from '../../../../../../contract/places';
import * as service from '../../../../../../server/services/office-foresight';
import { handle, othersThan } from '../../../../handle';

export const POST = handle(foreseeValue, ({ params, body }) => service.foreseeValue(params.id!, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
