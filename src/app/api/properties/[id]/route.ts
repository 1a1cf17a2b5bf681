import { z } from 'zod';
import { changeProperty, mergeProperty, removeProperty } from '../../../../server/services/dictionary';
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

/** Merges a property into another one. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () =>
    mergeProperty((await params).id, (await body(request, z.object({ mergeInto: z.string() }))).mergeInto),
  );
}

/** Takes a property out of the dictionary, unless a format uses it. */
export function DELETE(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    await removeProperty((await params).id);
    return { removed: true };
  });
}
