import { SHIPPED_FONTS } from '../../../../core/lettering/fonts';
import { fontFile } from '../../../../server/fonts';

/** The file of a shipped font. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  if (!SHIPPED_FONTS.some((font) => font.id === id)) {
    return Response.json({ reason: `No font “${id}” is shipped.` }, { status: 404 });
  }
  return new Response(new Uint8Array(fontFile(id)), {
    headers: { 'content-type': 'font/ttf', 'cache-control': 'public, max-age=31536000, immutable' },
  });
}
