import { exportDrawing } from '../../../../../contract/drawings';
import { beside } from '../../../../../server/beside/beside';
import { isPixels } from '../../../../../core/exchange/export-kinds';
import { viewsOfDrawing } from '../../../../../server/services/drawings';
import { fileToSave, handle, othersThan } from '../../../handle';

export const POST = handle(exportDrawing, async ({ params, body, actor, request }) => {
  await viewsOfDrawing(params.id!);
  const whom = { by: actor.account, signal: request.signal, pixels: isPixels(body.kind) };
  return fileToSave(await beside('exportDrawing', [params.id!, body], whom));
});

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
