import { z } from 'zod';
import { ServiceError } from '../../../../server/services/service-error';
import { changeSpecimen, specimen } from '../../../../server/services/specimens';
import { body, respond } from '../../respond';

type Context = { params: Promise<{ id: string }> };
const Change = z.object({ specimen: z.looseObject({ id: z.string() }), version: z.int().min(1) });

export function GET(_request: Request, { params }: Context) {
  return respond(async () => specimen((await params).id));
}

/** Replaces a specimen made on a version. */
export function PUT(request: Request, { params }: Context) {
  return respond(async () => {
    const change = await body(request, Change);
    if (change.specimen.id !== (await params).id) throw new ServiceError(422, 'A specimen keeps its id.');
    return changeSpecimen(change.specimen, change.version);
  });
}
