import { readDrawingThen } from '../../../../../../contract/drawings';
import * as service from '../../../../../../server/services/open-drawing';
import { handle, othersThan } from '../../../../handle';

export const GET = handle(readDrawingThen, ({ params, actor }) =>
  service.drawingThen(params.id!, Number(params.state!), actor),
);

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
