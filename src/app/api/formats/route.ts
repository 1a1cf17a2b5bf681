import { z } from 'zod';
import { copyFormat } from '../../../server/services/formats';
import { body, respond } from '../respond';

const Copy = z.object({
  copyOf: z.string(),
  name: z.string().trim().min(1, 'a format needs a name').max(120),
  document: z.unknown().optional(),
});

/** Copies a format into a new one; with a document, that one instead of what is stored. */
export function POST(request: Request) {
  return respond(async () => {
    const { copyOf, name, document } = await body(request, Copy);
    return copyFormat(copyOf, name, document);
  });
}
