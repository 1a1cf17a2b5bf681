import { z } from 'zod';
import { exportDrawing } from '../../../../../server/services/drawings';
import { body, fileResponse, respond } from '../../../respond';

const Export = z.object({ kind: z.enum(['pdf', 'svg', 'dxf']), asItIs: z.boolean() });

/** Writes a drawing's sheet as a file; refused with what is unanswered, unless it is taken as it is. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const { kind, asItIs } = await body(request, Export);
    return fileResponse(await exportDrawing((await params).id, kind, asItIs));
  });
}
