import { exportDrawing } from '../../../../../contract/drawings';
import * as service from '../../../../../server/services/drawing-export';
import { fileToSave, handle, othersThan } from '../../../handle';

export const POST = handle(exportDrawing, async ({ params, body, actor, request }) =>
  fileToSave(await service.exportDrawing(params.id!, body, { by: actor.account, signal: request.signal })),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
