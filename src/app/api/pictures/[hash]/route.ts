import { readPicture } from '../../../../contract/pictures';
import { picture } from '../../../../server/services/pictures';
import { fromAddress } from '../../door';
import { IMMUTABLE, othersThan, respond } from '../../handle';

/** {@link readPicture}: it never changes. */
export const GET = (request: Request, { params }: { params: Promise<{ hash: string }> }) =>
  respond(request, 'GET /api/pictures/[hash]', async () =>
    Response.json(readPicture.answer.parse(await picture(fromAddress((await params).hash))), { headers: IMMUTABLE }),
  );

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
