import { changeTimeZone, readTimeZone } from '../../../../contract/office';
import * as service from '../../../../server/services/today';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readTimeZone, () => service.timeZone());

export const PUT = handle(changeTimeZone, ({ body, actor }) => service.changeTimeZone(actor, body.timeZone));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
