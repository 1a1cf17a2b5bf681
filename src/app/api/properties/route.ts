import { z } from 'zod';
import { addProperty, dictionary, importDictionary } from '../../../server/services/dictionary';
import { body, respond } from '../respond';

export const dynamic = 'force-dynamic';

export function GET() {
  return respond(dictionary);
}

/** Adds a property to the dictionary. */
export function POST(request: Request) {
  return respond(async () => addProperty((await body(request, z.object({ definition: z.unknown() }))).definition));
}

/** Adds and changes the properties of a file that was looked through. */
export function PUT(request: Request) {
  return respond(async () =>
    importDictionary((await body(request, z.object({ definitions: z.unknown() }))).definitions),
  );
}
