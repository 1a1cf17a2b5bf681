import { keepMaterial, listMaterials, removeMaterial } from '../../../contract/office';
import * as service from '../../../server/services/materials';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listMaterials, () => service.materials());

export const PUT = handle(keepMaterial, ({ body, actor }) => service.keepMaterial(actor, body.material, body.version));

export const DELETE = handle(removeMaterial, async ({ body, actor }) => {
  await service.removeMaterial(actor, body.name);
  return { removed: true as const };
});

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
