import { takeFont } from '../../../contract/formats';
import { glyphTableToJson } from '../../../core/lettering/glyph-table';
import { shippedGlyphTables } from '../../../server/fonts';
import * as service from '../../../server/services/fonts';
import { handle, othersThan, respond } from '../handle';

/** The glyph tables of the shipped fonts, from which the browser measures. */
export function GET(request: Request) {
  return respond(request, 'GET /api/fonts', () => {
    const tables = [...shippedGlyphTables().values()].map(glyphTableToJson);
    return Promise.resolve(Response.json(tables, { headers: { 'cache-control': 'private, max-age=3600' } }));
  });
}

export const POST = handle(takeFont, ({ body, actor }) => service.takeFont(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
