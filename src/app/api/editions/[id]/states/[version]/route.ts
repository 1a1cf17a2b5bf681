import { readState } from '../../../../../../contract/editions';
import { editionAtVersion } from '../../../../../../server/services/edition-states';
import { handle, othersThan } from '../../../../handle';

export const GET = handle(readState, ({ params }) => editionAtVersion(params.id!, Number(params.version)));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
