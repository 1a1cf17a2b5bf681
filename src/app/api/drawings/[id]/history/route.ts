import { readDrawingHistory } from '../../../../../contract/drawings';
import * as service from '../../../../../server/services/drawing-history';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readDrawingHistory, ({ params }) => service.drawingHistory(params.id!));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
