import { z } from 'zod';
import { importSpecimens, specimens } from '../../../server/services/specimens';
import { body, respond } from '../respond';

export const dynamic = 'force-dynamic';

export function GET() {
  return respond(specimens);
}

/** Takes over models that were read from a file. */
export function POST(request: Request) {
  return respond(async () => importSpecimens((await body(request, z.object({ models: z.array(z.unknown()) }))).models));
}
