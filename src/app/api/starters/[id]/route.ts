import { readStarter, removeStarter, saveStarter } from '../../../../contract/starters';
import * as service from '../../../../server/services/starters';
import { handle, othersThan } from '../../handle';

export const GET = handle(readStarter, ({ params, actor }) => service.starterFor(actor, params.id!));
export const PUT = handle(saveStarter, ({ actor, params, body }) => service.saveStarter(actor, params.id!, body));
export const DELETE = handle(removeStarter, async ({ actor, params }) => {
  await service.removeStarter(actor, params.id!);
  return { removed: true as const };
});

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
