import { z } from 'zod';
import { copyFormat, shelf, startFormat } from '../../../server/services/formats';
import { body, respond } from '../respond';

const Copy = z.object({
  copyOf: z.string(),
  name: z.string().trim().min(1, 'a format needs a name').max(120),
  document: z.unknown().optional(),
});

const Start = z.object({ start: z.unknown(), projection: z.enum(['first angle', 'third angle']) });

export const dynamic = 'force-dynamic';

/** The formats on the shelf by name. */
export function GET() {
  return respond(shelf);
}

/** Copies a format into a new one (with a document, that one instead of what is stored), or starts one from a document. */
export function POST(request: Request) {
  return respond(async () => {
    const asked = await body(request, z.union([Copy, Start]));
    return 'copyOf' in asked
      ? copyFormat(asked.copyOf, asked.name, asked.document)
      : startFormat(asked.start, asked.projection);
  });
}
