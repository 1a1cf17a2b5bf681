import { readFormat, renameFormat } from '../../../../contract/formats';
import * as service from '../../../../server/services/formats';
import { handle, othersThan } from '../../handle';

export const GET = handle(readFormat, ({ params, actor }) => service.format(params.id!, actor));

export const PUT = handle(renameFormat, ({ params, body, actor }) =>
  service.renameFormat(actor, params.id!, body.name),
);

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
