import { signDrawing, withdrawSignature } from '../../../../../contract/drawings';
import { beside } from '../../../../../server/beside/beside';
import { handle, othersThan } from '../../../handle';

export const POST = handle(signDrawing, ({ params, body, actor }) =>
  beside('signDrawing', [actor, params.id!, body], { by: actor.account }),
);

export const DELETE = handle(withdrawSignature, ({ params, body, actor }) =>
  beside('withdrawSignature', [actor, params.id!, body], { by: actor.account }),
);

export const { GET, PUT, PATCH, OPTIONS } = othersThan('POST', 'DELETE');
