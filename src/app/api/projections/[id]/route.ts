import { readProjection } from '../../../../contract/projections';
import { projection } from '../../../../server/services/projections';
import { handle, IMMUTABLE, othersThan } from '../../handle';

export const GET = handle(readProjection, ({ params, headers }) => {
  for (const [name, value] of Object.entries(IMMUTABLE)) headers.set(name, value);
  return projection(params.id!);
});

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
