import { releaseProfile } from '../../../../../contract/profiles';
import * as service from '../../../../../server/services/profiles';
import { handle, othersThan } from '../../../handle';

export const POST = handle(releaseProfile, ({ params, body, actor }) =>
  service.releaseProfile(actor, params.id!, body),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
