import { exportSheet } from '../../../contract/formats';
import { isPixels } from '../../../core/exchange/export-kinds';
import { beside } from '../../../server/beside/beside';
import { fileToSave, handle, othersThan } from '../handle';

export const POST = handle(exportSheet, async ({ body, actor, request }) => {
  const whom = { by: actor.account, signal: request.signal, pixels: isPixels(body.kind) };
  return fileToSave(await beside('exportSheet', [actor, body], whom));
});

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
