import { readProjection } from '../../../../contract/projections';
import { isExact, projection } from '../../../../server/services/projections';
import { handle, IMMUTABLE, othersThan } from '../../handle';

export const GET = handle(readProjection, async ({ params, headers }) => {
  const found = await projection(params.id!);
  // A preview is replaced by the exact one.
  if (await isExact(params.id!)) for (const [name, value] of Object.entries(IMMUTABLE)) headers.set(name, value);
  else headers.set('cache-control', 'no-store');
  return found;
});

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
