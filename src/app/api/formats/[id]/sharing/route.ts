import { changeSharing, readSharing } from '../../../../../contract/sharing';
import * as service from '../../../../../server/services/sharing';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readSharing, ({ params }) => service.sharing(params.id!));

export const PUT = handle(changeSharing, ({ actor, params, body }) => service.changeSharing(actor, params.id!, body));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
