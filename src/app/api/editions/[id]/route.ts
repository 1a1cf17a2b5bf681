import { deleteEdition } from '../../../../contract/editions';
import { readEdition, saveEdition } from '../../../../contract/formats';
import { giveUpEdition } from '../../../../server/services/editions';
import { edition, saveDocument } from '../../../../server/services/formats';
import { handle, othersThan } from '../../handle';

export const GET = handle(readEdition, ({ params, actor }) => edition(params.id!, actor));

export const PUT = handle(saveEdition, ({ params, body, actor }) => saveDocument(actor, params.id!, body));

export const DELETE = handle(deleteEdition, ({ params, actor }) => giveUpEdition(actor, params.id!));

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
