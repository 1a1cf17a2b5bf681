import { moveStarter } from '../../../../../contract/starters';
import * as service from '../../../../../server/services/starters';
import { handle, othersThan } from '../../../handle';

export const POST = handle(moveStarter, ({ actor, params, body }) => service.moveStarter(actor, params.id!, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
