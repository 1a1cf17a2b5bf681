import { writePackage } from '../../../../contract/packages';
import { beside } from '../../../../server/beside/beside';
import { fileToSave, handle, othersThan } from '../../handle';

export const POST = handle(writePackage, async ({ body, actor, request }) =>
  fileToSave(await beside('packageOf', [body.formats], { by: actor.account, signal: request.signal })),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
