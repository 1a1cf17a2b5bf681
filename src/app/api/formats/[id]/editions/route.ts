import { openNextEdition, readHistory } from '../../../../../contract/editions';
import * as service from '../../../../../server/services/editions';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readHistory, ({ params, actor }) => service.history(actor, params.id!));

export const POST = handle(openNextEdition, ({ params, body, actor }) =>
  service.openNextEdition(actor, params.id!, body.from, body.version),
);

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
