import { keepGroup, listGroups } from '../../../contract/sharing';
import * as service from '../../../server/services/sharing';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listGroups, () => service.groups());

export const PUT = handle(keepGroup, ({ actor, body }) => service.keepGroup(actor, body));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
