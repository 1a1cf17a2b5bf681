import { takeShape } from '../../../contract/specimens';
import * as service from '../../../server/services/shapes';
import { handle, othersThan } from '../handle';

export const POST = handle(takeShape, ({ query, body }) => service.takeShape(query.name, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
