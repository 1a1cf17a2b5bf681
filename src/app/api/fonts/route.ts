import { glyphTableToJson } from '../../../core/lettering/glyph-table';
import { shippedGlyphTables } from '../../../server/fonts';

/** The glyph tables of all fonts, from which the browser measures. */
export function GET() {
  const tables = [...shippedGlyphTables().values()].map(glyphTableToJson);
  return Response.json(tables, { headers: { 'cache-control': 'public, max-age=3600' } });
}
