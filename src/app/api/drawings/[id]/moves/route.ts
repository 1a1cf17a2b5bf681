import { moveDrawing } from '../../../../../contract/drawings';
import * as service from '../../../../../server/services/moving-drawings';
import { handle, othersThan } from '../../../handle';

export const POST = handle(moveDrawing, ({ params, body, actor }) => service.moveDrawing(actor, params.id!, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
