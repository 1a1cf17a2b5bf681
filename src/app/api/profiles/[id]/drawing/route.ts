import { exportSpecimen } from '../../../../../contract/profiles';
import * as service from '../../../../../server/services/profiles';
import { fileToSave, handle, othersThan } from '../../../handle';

export const POST = handle(exportSpecimen, async ({ params, body }) =>
  fileToSave(await service.exportSpecimen(params.id!, body)),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
