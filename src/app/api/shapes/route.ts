import { takeShape } from '../../../contract/specimens';
import * as service from '../../../server/services/shapes';
import { handle } from '../handle';

export const POST = handle(takeShape, ({ query, body }) => service.takeShape(query.name, body));
