import { reviseDrawing } from '../../../../../contract/drawings';
import * as service from '../../../../../server/services/drawings';
import { handle, othersThan } from '../../../handle';

export const POST = handle(reviseDrawing, ({ params, body, actor }) => service.reviseDrawing(actor, params.id!, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
