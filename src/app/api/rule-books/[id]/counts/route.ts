import { readCounts, startCount, stopCount } from '../../../../../contract/rule-books';
import * as service from '../../../../../server/services/rule-counts';
import { handle, othersThan } from '../../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readCounts, ({ params, actor }) => service.counts(actor, params.id!));

export const POST = handle(startCount, ({ params, body, actor }) => service.startCount(actor, params.id!, body));

export const DELETE = handle(stopCount, async ({ params, query, actor }) => {
  await service.stopCount(actor, params.id!, query.of);
  return { stopped: true as const };
});

export const { PUT, PATCH, OPTIONS } = othersThan('GET', 'POST', 'DELETE');
