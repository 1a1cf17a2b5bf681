import { proposeRelease, releaseEdition } from '../../../../../contract/editions';
import * as service from '../../../../../server/services/releasing';
import { handle, othersThan } from '../../../handle';

export const GET = handle(proposeRelease, ({ params, actor }) => service.proposeRelease(actor, params.id!));

export const POST = handle(releaseEdition, ({ params, body, actor }) =>
  service.releaseEdition(actor, params.id!, body),
);

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
