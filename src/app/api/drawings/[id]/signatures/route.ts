import { signDrawing, withdrawSignature } from '../../../../../contract/drawings';
import * as service from '../../../../../server/services/signatures';
import { handle, othersThan } from '../../../handle';

export const POST = handle(signDrawing, ({ params, body, actor }) => service.signDrawing(actor, params.id!, body));

export const DELETE = handle(withdrawSignature, ({ params, body, actor }) =>
  service.withdrawSignature(actor, params.id!, body),
);

export const { GET, PUT, PATCH, OPTIONS } = othersThan('POST', 'DELETE');
