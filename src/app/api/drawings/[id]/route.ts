import { changeDrawing, readDrawing } from '../../../../contract/drawings';
import { beside } from '../../../../server/beside/beside';
import * as service from '../../../../server/services/drawings';
import { drawing } from '../../../../server/services/open-drawing';
import { composesWhenRead } from '../../../../server/services/signatures-standing';
import { handle, othersThan } from '../../handle';

export const GET = handle(readDrawing, async ({ params, actor, request }) =>
  (await composesWhenRead(params.id!))
    ? beside('drawing', [params.id!, actor], { by: actor.account, signal: request.signal })
    : drawing(params.id!, actor),
);

export const PUT = handle(changeDrawing, async ({ params, body, actor }) => {
  // Views are waited for before a process beside, or anything else, is held.
  if (body.state === 'finished') await service.viewsOfDrawing(params.id!);
  else if (!(await composesWhenRead(params.id!))) return service.changeDrawing(actor, params.id!, body);
  return beside('changeDrawing', [actor, params.id!, body], { by: actor.account });
});

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
