import { foreseeUndo, undoMove } from '../../../../../../../contract/drawings';
import * as service from '../../../../../../../server/services/moving-drawings';
import { handle, othersThan } from '../../../../../handle';

export const GET = handle(foreseeUndo, ({ params }) => service.foreseeUndo(params.id!, params.move!));

export const POST = handle(undoMove, ({ params, body, actor }) =>
  service.undoMove(actor, params.id!, params.move!, body.version),
);

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
