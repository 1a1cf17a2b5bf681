import { z } from 'zod';
import { Answers } from '../../../../core/drawing/drawing';
import { DrawingSheets } from '../../../../core/drawing/sheets';
import { changeDrawing, drawing } from '../../../../server/services/drawings';
import { body, respond } from '../../respond';

type Context = { params: Promise<{ id: string }> };

const Change = z.object({
  version: z.int().min(1),
  sizeId: z.string().optional(),
  answers: Answers.optional(),
  overruled: Answers.optional(),
  sheets: DrawingSheets.optional(),
  state: z.enum(['in work', 'finished']).optional(),
});

/** One drawing, with all that its sheet is composed from. */
export function GET(_request: Request, { params }: Context) {
  return respond(async () => drawing((await params).id));
}

/** Changes a drawing made on a version: its answers, overruled values, size, sheets, state. */
export function PUT(request: Request, { params }: Context) {
  return respond(async () => changeDrawing((await params).id, await body(request, Change)));
}
