import { writtenSheet } from '../../../../../../contract/programs';
import { isPixels } from '../../../../../../core/exchange/export-kinds';
import { beside } from '../../../../../../server/beside/beside';
import { fileToSave, handle, othersThan } from '../../../../handle';

export const POST = handle(writtenSheet, async ({ params, body, request }) => {
  const whom = { by: 'program', signal: request.signal, pixels: isPixels(body.as) };
  return fileToSave(await beside('sheetFor', [params.id!, body], whom));
});

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
