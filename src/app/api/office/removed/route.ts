import { listRemoved } from '../../../../contract/removed';
import { removedThings } from '../../../../server/services/removed';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listRemoved, ({ query }) => removedThings(query.after));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
