import { readModels } from '../../../../contract/specimens';
import { specimensWithComponents } from '../../../../server/services/specimens';
import { handle } from '../../handle';

export const POST = handle(readModels, ({ body }) => specimensWithComponents(body.ids));
