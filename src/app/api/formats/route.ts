import { listFormats, makeFormat } from '../../../contract/formats';
import { copyFormat, shelf, startFormat } from '../../../server/services/formats';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listFormats, ({ query, actor }) => shelf(actor, query));

export const POST = handle(makeFormat, ({ body, actor }) =>
  'copyOf' in body ? copyFormat(actor, body) : startFormat(actor, body),
);

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
