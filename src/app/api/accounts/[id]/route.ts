import { changeAccount } from '../../../../contract/accounts';
import * as service from '../../../../server/services/accounts';
import { handle, othersThan } from '../../handle';

export const PUT = handle(changeAccount, ({ actor, params, body }) => service.changeAccount(actor, params.id!, body));

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
