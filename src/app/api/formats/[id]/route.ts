import { deleteFormat } from '../../../../contract/editions';
import { describeFormat, readFormat } from '../../../../contract/formats';
import { removeFormat } from '../../../../server/services/editions';
import * as service from '../../../../server/services/formats';
import { handle, othersThan } from '../../handle';

export const GET = handle(readFormat, ({ params, actor }) => service.format(params.id!, actor));

export const PUT = handle(describeFormat, ({ params, body, actor }) => service.describeFormat(actor, params.id!, body));

export const DELETE = handle(deleteFormat, ({ params, actor }) => removeFormat(actor, params.id!));

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
