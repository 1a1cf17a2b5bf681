import { listSignIns } from '../../../../../contract/accounts';
import { signInsOfAccount } from '../../../../../server/services/sign-in';
import { handle, othersThan } from '../../../handle';

export const GET = handle(listSignIns, ({ actor, params }) => signInsOfAccount(actor, params.id!));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
