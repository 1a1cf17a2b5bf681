import { readFormatForDrawing } from '../../../../../contract/formats';
import { formatForDrawing } from '../../../../../server/services/format-for-drawing';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readFormatForDrawing, ({ params }) => formatForDrawing(params.id!));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
