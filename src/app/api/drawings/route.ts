import { z } from 'zod';
import { drawings, makeDrawing } from '../../../server/services/drawings';
import { body, respond } from '../respond';

export const dynamic = 'force-dynamic';

/** The register of drawings. */
export function GET() {
  return respond(drawings);
}

const Make = z.object({
  formatId: z.string(),
  specimen: z.string(),
  variant: z.string().optional(),
  sizeId: z.string(),
});

/** Makes a drawing of a model on a format. */
export function POST(request: Request) {
  return respond(async () => makeDrawing(await body(request, Make)));
}
