import { bringBack } from '../../../../../contract/removed';
import * as service from '../../../../../server/services/removed';
import { handle, othersThan } from '../../../handle';

export const POST = handle(bringBack, ({ params, actor }) => service.bringBack(actor, Number(params.number)));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
