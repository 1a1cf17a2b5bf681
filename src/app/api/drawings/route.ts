import { listDrawings, makeDrawing } from '../../../contract/drawings';
import { beside } from '../../../server/beside/beside';
import { drawings } from '../../../server/services/register';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listDrawings, ({ query }) => drawings(query));

export const POST = handle(makeDrawing, ({ body, actor }) =>
  beside('makeDrawing', [actor, body], { by: actor.account }),
);

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
