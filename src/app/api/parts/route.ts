import { keepPart, listParts } from '../../../contract/parts';
import * as service from '../../../server/services/parts';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listParts, () => service.parts());

export const POST = handle(keepPart, ({ actor, body }) => service.keepPart(actor, body.part));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
