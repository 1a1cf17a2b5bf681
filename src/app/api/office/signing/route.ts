import { changeSigning, readSigning } from '../../../../contract/accounts';
import * as service from '../../../../server/services/signing';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readSigning, () => service.signing());

export const PUT = handle(changeSigning, ({ actor, body }) => service.changeSigning(actor, body));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
