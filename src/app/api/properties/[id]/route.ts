import { z } from 'zod';
import { changeProperty } from '../../../../server/services/dictionary';
import { ServiceError } from '../../../../server/services/service-error';
import { body, respond } from '../../respond';

const Change = z.object({ definition: z.looseObject({ id: z.string() }), version: z.int().min(1) });

/** Replaces a property's definition made on a version. */
export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const { definition, version } = await body(request, Change);
    if (definition.id !== (await params).id) throw new ServiceError(422, 'A property keeps its id.');
    return changeProperty(definition, version);
  });
}
