import { exportSheet } from '../../../contract/formats';
import * as service from '../../../server/services/export';
import { fileToSave, handle, othersThan } from '../handle';

export const POST = handle(exportSheet, async ({ body, actor, request }) =>
  fileToSave(await service.exportSheet(actor, body, { by: actor.account, signal: request.signal })),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
