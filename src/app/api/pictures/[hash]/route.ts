import { readPicture } from '../../../../contract/pictures';
import { picture } from '../../../../server/services/pictures';
import { IMMUTABLE, respond } from '../../handle';

/** {@link readPicture}: it never changes. */
export const GET = (_request: Request, { params }: { params: Promise<{ hash: string }> }) =>
  respond(async () =>
    Response.json(readPicture.answer.parse(await picture((await params).hash)), { headers: IMMUTABLE }),
  );
