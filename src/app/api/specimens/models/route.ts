import { readModels } from '../../../../contract/specimens';
import { specimensWithComponents } from '../../../../server/services/specimens';
import { handle, othersThan } from '../../handle';

export const POST = handle(readModels, ({ body }) => specimensWithComponents(body.ids));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
