import { readProving, startProving, stopProving } from '../../../../../contract/proving';
import * as service from '../../../../../server/services/proving';
import { handle, othersThan } from '../../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readProving, async ({ params }) => (await service.provingStatus(params.id!)) ?? null);

export const POST = handle(startProving, ({ params, actor }) => service.proveOnAll(actor, params.id!));

export const DELETE = handle(stopProving, async ({ params }) => (await service.stopProving(params.id!)) ?? null);

export const { PUT, PATCH, OPTIONS } = othersThan('GET', 'POST', 'DELETE');
