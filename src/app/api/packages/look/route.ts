import { lookIntoPackage } from '../../../../contract/packages';
import * as service from '../../../../server/services/packages';
import { handle, othersThan } from '../../handle';

export const POST = handle(lookIntoPackage, ({ body }) => service.lookInto(body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
