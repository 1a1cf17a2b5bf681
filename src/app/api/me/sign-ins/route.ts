import { listMySignIns } from '../../../../contract/accounts';
import { signInsOfAccount } from '../../../../server/services/sign-in';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listMySignIns, ({ actor }) => signInsOfAccount(actor, actor.account));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
