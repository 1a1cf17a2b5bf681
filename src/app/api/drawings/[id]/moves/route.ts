import { moveDrawing } from '../../../../../contract/drawings';
import { beside } from '../../../../../server/beside/beside';
import { handle, othersThan } from '../../../handle';

export const POST = handle(moveDrawing, ({ params, body, actor }) =>
  beside('moveDrawing', [actor, params.id!, body], { by: actor.account }),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
