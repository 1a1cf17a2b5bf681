import { z } from 'zod';
import { changeNumbering, numbering } from '../../../../server/services/numbering';
import { body, respond } from '../../respond';

export const dynamic = 'force-dynamic';

/** The rule by which drawings are numbered. */
export function GET() {
  return respond(numbering);
}

/** Replaces the rule; drawings that have a number keep it. */
export function PUT(request: Request) {
  return respond(async () => changeNumbering((await body(request, z.object({ rule: z.unknown() }))).rule));
}
