import { reviseDrawing } from '../../../../../contract/drawings';
import { beside } from '../../../../../server/beside/beside';
import { handle, othersThan } from '../../../handle';

export const POST = handle(reviseDrawing, ({ params, body, actor }) =>
  beside('reviseDrawing', [actor, params.id!, body], { by: actor.account }),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
