import { restoreEdition, withdrawEdition } from '../../../../../contract/editions';
import * as service from '../../../../../server/services/editions';
import { handle, othersThan } from '../../../handle';

export const POST = handle(withdrawEdition, ({ params, body, actor }) =>
  service.withdrawEdition(actor, params.id!, body),
);

export const DELETE = handle(restoreEdition, ({ params, actor }) => service.restoreEdition(actor, params.id!));

export const { GET, PUT, PATCH, OPTIONS } = othersThan('POST', 'DELETE');
