import { lookIntoPackage } from '../../../../contract/packages';
import { lookInto } from '../../../../server/services/taking-in';
import { handle, othersThan } from '../../handle';

export const POST = handle(lookIntoPackage, ({ body }) => lookInto(body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
