import { readAnswered } from '../../../../../contract/properties';
import { drawingsAnswered } from '../../../../../server/services/dictionary';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readAnswered, ({ params, query, actor }) =>
  drawingsAnswered(actor, params.id!, query.format),
);

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
