import { z } from 'zod';
import { keepMaterial, materials, removeMaterial } from '../../../server/services/materials';
import { body, respond } from '../respond';

export const dynamic = 'force-dynamic';

export function GET() {
  return respond(materials);
}

/** Adds a material, or with a version changes its density. */
export function PUT(request: Request) {
  return respond(async () => {
    const { material, version } = await body(
      request,
      z.object({ material: z.unknown(), version: z.int().min(1).optional() }),
    );
    return keepMaterial(material, version);
  });
}

export function DELETE(request: Request) {
  return respond(async () => {
    await removeMaterial((await body(request, z.object({ name: z.string() }))).name);
    return {};
  });
}
