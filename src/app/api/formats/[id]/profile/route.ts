import { chooseProfile } from '../../../../../contract/formats';
import * as service from '../../../../../server/services/formats';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(chooseProfile, ({ params, body, actor }) =>
  service.chooseProfile(actor, params.id!, body.profileId),
);

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
