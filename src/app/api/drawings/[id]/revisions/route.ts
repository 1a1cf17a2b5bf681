import { z } from 'zod';
import { Revising } from '../../../../../core/drawing/revising';
import { reviseDrawing } from '../../../../../server/services/drawings';
import { body, respond } from '../../../respond';

const Revise = z.object({ version: z.int().min(1), revising: Revising });

/** Adds a revision to a drawing, changes its newest one or withdraws it. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const { version, revising } = await body(request, Revise);
    return reviseDrawing((await params).id, version, revising);
  });
}
