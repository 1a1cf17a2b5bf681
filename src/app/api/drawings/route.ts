import { listDrawings, makeDrawing } from '../../../contract/drawings';
import * as service from '../../../server/services/drawings';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listDrawings, ({ query }) => service.drawings(query));

export const POST = handle(makeDrawing, ({ body, actor }) => service.makeDrawing(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
