import { LARGEST_FONT } from '../../../core/lettering/font-file';
import { glyphTableToJson } from '../../../core/lettering/glyph-table';
import { shippedGlyphTables } from '../../../server/fonts';
import { takeFont } from '../../../server/services/fonts';
import { ServiceError } from '../../../server/services/service-error';
import { respond } from '../respond';

/** The glyph tables of the shipped fonts, from which the browser measures. */
export function GET() {
  const tables = [...shippedGlyphTables().values()].map(glyphTableToJson);
  return Response.json(tables, { headers: { 'cache-control': 'public, max-age=3600' } });
}

/** Takes in a font of the office: the body is the file. */
export function POST(request: Request) {
  return respond(async () => {
    if (Number(request.headers.get('content-length') ?? 0) > LARGEST_FONT)
      throw new ServiceError(422, 'The font is over 20 MB; at most 20 MB are taken.');
    return takeFont(new Uint8Array(await request.arrayBuffer()));
  });
}
