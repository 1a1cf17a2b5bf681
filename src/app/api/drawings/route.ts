import { listDrawings, makeDrawing } from '../../../contract/drawings';
import { makeDrawing as make } from '../../../server/services/drawings';
import { drawings } from '../../../server/services/register';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listDrawings, ({ query }) => drawings(query));

export const POST = handle(makeDrawing, ({ body, actor }) => make(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
