import { exportSheet } from '../../../contract/formats';
import * as service from '../../../server/services/export';
import { fileToSave, handle } from '../handle';

export const POST = handle(exportSheet, async ({ body }) => fileToSave(await service.exportSheet(body)));
