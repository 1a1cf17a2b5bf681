import { readEdition, saveEdition } from '../../../../contract/formats';
import { edition, saveDocument } from '../../../../server/services/formats';
import { handle, othersThan } from '../../handle';

export const GET = handle(readEdition, ({ params }) => edition(params.id!));

export const PUT = handle(saveEdition, ({ params, body, actor }) => saveDocument(actor, params.id!, body));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
