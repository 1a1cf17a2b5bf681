import { exportDrawing } from '../../../../../contract/drawings';
import * as service from '../../../../../server/services/drawings';
import { fileToSave, handle } from '../../../handle';

export const POST = handle(exportDrawing, async ({ params, body }) =>
  fileToSave(await service.exportDrawing(params.id!, body)),
);
