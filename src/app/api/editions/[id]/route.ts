import { NextResponse } from 'next/server';
import { z } from 'zod';
import { saveDocument } from '../../../../server/services/formats';
import { body, respond } from '../../respond';

const Save = z.object({
  version: z.int().min(1),
  document: z.unknown(),
  sitting: z.uuid(),
  words: z.string().max(500),
});

/** Saves an edition's document made on a version; 409 with the current edition when it has moved on. */
export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const { version, document, sitting, words } = await body(request, Save);
    const result = await saveDocument((await params).id, version, document, { sitting, words });
    return result.saved ? result : NextResponse.json(result, { status: 409 });
  });
}
