import { takePicture } from '../../../contract/pictures';
import * as service from '../../../server/services/pictures';
import { handle, othersThan } from '../handle';

export const POST = handle(takePicture, ({ query, body, actor }) => service.takePicture(actor, body, query.name));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
