import { sheetReport } from '../../../../../../contract/programs';
import { reportFor } from '../../../../../../server/services/sheets-for-programs';
import { handle, othersThan } from '../../../../handle';

export const POST = handle(sheetReport, ({ params, body }) => reportFor(params.id!, body));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
