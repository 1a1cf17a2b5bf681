import { wantProjections } from '../../../contract/projections';
import { askedProjections } from '../../../server/services/projections';
import { handle, othersThan } from '../handle';

export const POST = handle(wantProjections, ({ actor, body }) => askedProjections(actor, body.wanted));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
