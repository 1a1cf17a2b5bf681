import { exportSpecimen } from '../../../../../contract/profiles';
import * as service from '../../../../../server/services/profiles';
import { fileToSave, handle, othersThan } from '../../../handle';

export const POST = handle(exportSpecimen, async ({ params, body, actor, request }) =>
  fileToSave(await service.exportSpecimen(params.id!, body, { by: actor.account, signal: request.signal })),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
