import { sayOfSpecimen } from '../../../../../contract/specimens';
import * as service from '../../../../../server/services/specimens';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(sayOfSpecimen, ({ params, body, actor }) => service.sayOfSpecimen(actor, params.id!, body));

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
