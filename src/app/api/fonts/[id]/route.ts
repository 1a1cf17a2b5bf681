import { anyFontFile } from '../../../../server/services/fonts';
import { ServiceError } from '../../../../server/services/service-error';
import { IMMUTABLE, respond } from '../../handle';

/** The file of a font, shipped or the office's. */
export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const bytes = await anyFontFile((await params).id);
    if (!bytes) throw new ServiceError(404, 'There is no such font.');
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'font/ttf', ...IMMUTABLE },
    });
  });
}
