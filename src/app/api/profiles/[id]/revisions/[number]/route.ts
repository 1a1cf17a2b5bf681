import { readRevision } from '../../../../../../contract/profiles';
import * as service from '../../../../../../server/services/profiles';
import { handle, othersThan } from '../../../../handle';

export const GET = handle(readRevision, ({ params }) => service.profileRevision(params.id!, Number(params.number)));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
