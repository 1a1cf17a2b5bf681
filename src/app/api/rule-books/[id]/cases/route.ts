import { listCases } from '../../../../../contract/rule-books';
import { cases } from '../../../../../server/services/rule-counts';
import { handle, othersThan } from '../../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listCases, ({ params, query, actor }) => cases(actor, params.id!, query));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
