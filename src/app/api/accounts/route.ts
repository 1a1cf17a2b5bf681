import { addAccount, listAccounts } from '../../../contract/accounts';
import * as service from '../../../server/services/accounts';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listAccounts, () => service.accounts());

export const POST = handle(addAccount, ({ actor, body }) => service.addAccount(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
