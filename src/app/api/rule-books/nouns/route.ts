import { listNouns } from '../../../../contract/rule-books';
import { nouns } from '../../../../server/services/rule-counts';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listNouns, () => nouns());

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
