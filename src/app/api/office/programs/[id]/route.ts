import { removeProgram } from '../../../../../contract/programs';
import * as service from '../../../../../server/services/programs';
import { handle, othersThan } from '../../../handle';

export const DELETE = handle(removeProgram, ({ params, actor }) => service.removeProgram(actor, params.id!));

export const { GET, POST, PUT, PATCH, OPTIONS } = othersThan('DELETE');
