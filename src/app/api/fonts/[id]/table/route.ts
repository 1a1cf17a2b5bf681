import { officeGlyphTable } from '../../../../../server/services/fonts';
import { ServiceError } from '../../../../../server/services/service-error';
import { fromAddress } from '../../../door';
import { IMMUTABLE, othersThan, respond } from '../../../handle';

/** The glyph table of a font of the office, from which the browser measures. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, 'GET /api/fonts/[id]/table', async () => {
    const table = await officeGlyphTable(fromAddress((await params).id));
    if (!table) throw new ServiceError(404, 'The office has no such font.');
    return Response.json(table, { headers: IMMUTABLE });
  });
}

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
