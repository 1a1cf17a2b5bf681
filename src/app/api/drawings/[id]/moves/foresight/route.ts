import { foreseeMove } from '../../../../../../contract/drawings';
import * as service from '../../../../../../server/services/moving-drawings';
import { handle, othersThan } from '../../../../handle';

export const POST = handle(foreseeMove, ({ params, body, actor }) => service.foreseeMove(actor, params.id!, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
