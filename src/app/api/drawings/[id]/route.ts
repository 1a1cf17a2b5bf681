import { changeDrawing, readDrawing } from '../../../../contract/drawings';
import * as service from '../../../../server/services/drawings';
import { drawing } from '../../../../server/services/open-drawing';
import { handle, othersThan } from '../../handle';

export const GET = handle(readDrawing, ({ params, actor }) => drawing(params.id!, actor));

export const PUT = handle(changeDrawing, ({ params, body, actor }) => service.changeDrawing(actor, params.id!, body));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
