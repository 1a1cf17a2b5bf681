import { addProgram, listPrograms } from '../../../../contract/programs';
import * as service from '../../../../server/services/programs';
import { handle, othersThan } from '../../handle';

export const GET = handle(listPrograms, () => service.programs());

export const POST = handle(addProgram, ({ body, actor }) => service.addProgram(actor, body.name));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
