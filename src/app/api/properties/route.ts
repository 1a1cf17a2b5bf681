import { addProperty, importProperties, listProperties } from '../../../contract/properties';
import * as service from '../../../server/services/dictionary';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listProperties, ({ actor }) => service.dictionary(actor));

export const POST = handle(addProperty, ({ body, actor }) => service.addProperty(actor, body.definition));

export const PUT = handle(importProperties, ({ body, actor }) => service.importDictionary(actor, body.definitions));

export const { PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST', 'PUT');
