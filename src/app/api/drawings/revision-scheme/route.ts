import { z } from 'zod';
import { changeRevisionScheme, revisionScheme } from '../../../../server/services/revision-scheme';
import { body, respond } from '../../respond';

export const dynamic = 'force-dynamic';

/** The scheme by which the revisions of drawings are named. */
export function GET() {
  return respond(revisionScheme);
}

/** Replaces the scheme; revisions that were given keep their names. */
export function PUT(request: Request) {
  return respond(async () => changeRevisionScheme((await body(request, z.object({ scheme: z.unknown() }))).scheme));
}
