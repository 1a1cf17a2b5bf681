import { foreseeValue } from '../../../../../../contract/places';
import { beside } from '../../../../../../server/beside/beside';
import { handle, othersThan } from '../../../../handle';

export const POST = handle(foreseeValue, ({ params, body, actor, request }) =>
  beside('foreseeValue', [params.id!, body], { by: actor.account, signal: request.signal }),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
