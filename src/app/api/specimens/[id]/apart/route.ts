import { keepApart } from '../../../../../contract/specimens';
import * as service from '../../../../../server/services/specimens';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(keepApart, ({ params, body, actor }) => service.keepApart(actor, params.id!, body.apart));

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
