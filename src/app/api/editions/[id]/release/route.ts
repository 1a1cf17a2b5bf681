import { proposeRelease, releaseEdition } from '../../../../../contract/editions';
import { beside } from '../../../../../server/beside/beside';
import { handle, othersThan } from '../../../handle';

export const GET = handle(proposeRelease, ({ params, actor, request }) =>
  beside('proposeRelease', [actor, params.id!], { by: actor.account, signal: request.signal }),
);

export const POST = handle(releaseEdition, ({ params, body, actor }) =>
  beside('releaseEdition', [actor, params.id!, body], { by: actor.account }),
);

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
