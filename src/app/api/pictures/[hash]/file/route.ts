import { readPictureFile } from '../../../../../contract/pictures';
import { pictureFile } from '../../../../../server/services/pictures';
import { handle, IMMUTABLE, othersThan } from '../../../handle';

export const GET = handle(readPictureFile, async ({ params }) => {
  const { type, bytes } = await pictureFile(params.hash!);
  return new Response(new Uint8Array(bytes), { headers: { 'content-type': type, ...IMMUTABLE } });
});

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
