import { writtenSheet } from '../../../../../../contract/programs';
import { sheetFor } from '../../../../../../server/services/sheets-for-programs';
import { fileToSave, handle, othersThan } from '../../../../handle';

export const POST = handle(writtenSheet, async ({ params, body, request }) =>
  fileToSave(await sheetFor(params.id!, body, { by: 'program', signal: request.signal })),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
