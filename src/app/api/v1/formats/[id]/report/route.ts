import { sheetReport } from '../../../../../../contract/programs';
import { beside } from '../../../../../../server/beside/beside';
import { handle, othersThan } from '../../../../handle';

export const POST = handle(sheetReport, ({ params, body, request }) =>
  beside('reportFor', [params.id!, body], { by: 'program', signal: request.signal }),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
