import { changeScheme, readScheme } from '../../../../contract/office';
import * as service from '../../../../server/services/revision-scheme';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readScheme, () => service.revisionScheme());

export const PUT = handle(changeScheme, ({ body, actor }) => service.changeRevisionScheme(actor, body.scheme));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
