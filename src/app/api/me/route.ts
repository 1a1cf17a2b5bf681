import { readMe } from '../../../contract/accounts';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readMe, ({ actor: { account, name, role } }) => Promise.resolve({ account, name, role }));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
