import { takePicture } from '../../../contract/pictures';
import * as service from '../../../server/services/pictures';
import { handle } from '../handle';

export const POST = handle(takePicture, ({ query, body }) => service.takePicture(body, query.name));
