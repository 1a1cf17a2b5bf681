import { anyFontFile } from '../../../../server/services/fonts';
import { ServiceError } from '../../../../server/services/service-error';
import { fromAddress } from '../../door';
import { IMMUTABLE, othersThan, respond } from '../../handle';

/** The file of a font, shipped or the office's. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, 'GET /api/fonts/[id]', async () => {
    const bytes = await anyFontFile(fromAddress((await params).id));
    if (!bytes) throw new ServiceError(404, 'There is no such font.');
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'font/ttf', ...IMMUTABLE },
    });
  });
}

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
