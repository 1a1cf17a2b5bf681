import { importModels, listSpecimens } from '../../../contract/specimens';
import { importSpecimens, specimens } from '../../../server/services/specimens';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listSpecimens, ({ query }) => specimens(query));

export const POST = handle(importModels, ({ body, actor }) => importSpecimens(actor, body.models));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
