import { keepDefault, listDefaults, removeDefault } from '../../../contract/editions';
import * as service from '../../../server/services/editions';
import { handle, othersThan } from '../handle';

export const GET = handle(listDefaults, ({ actor }) => service.defaults(actor));

export const PUT = handle(keepDefault, ({ body, actor }) => service.changeDefault(actor, body));

export const DELETE = handle(removeDefault, ({ body, actor }) => service.dropDefault(actor, body));

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
