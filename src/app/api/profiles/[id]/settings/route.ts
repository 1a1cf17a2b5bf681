import { changeSettings } from '../../../../../contract/profiles';
import * as service from '../../../../../server/services/profiles';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(changeSettings, ({ params, body, actor }) => service.changeSettings(actor, params.id!, body));

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
