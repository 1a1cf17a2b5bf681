import { changeSpecimen, readSpecimen } from '../../../../contract/specimens';
import { ServiceError } from '../../../../server/services/service-error';
import * as service from '../../../../server/services/specimens';
import { handle, othersThan } from '../../handle';

export const GET = handle(readSpecimen, ({ params }) => service.specimen(params.id!));

export const PUT = handle(changeSpecimen, ({ params, body, actor }) => {
  if (body.specimen.id !== params.id) throw new ServiceError(422, 'A specimen keeps its id.');
  return service.changeSpecimen(actor, body);
});

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
