import { projectAgain } from '../../../../contract/projections';
import * as service from '../../../../server/services/projections';
import { handle, othersThan } from '../../handle';

export const POST = handle(projectAgain, ({ body }) => service.projectAgain(body.ids));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
