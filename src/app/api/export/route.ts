import { z } from 'zod';
import { ModelKind } from '../../../core/property/facts';
import { exportSheet } from '../../../server/services/export';
import { body, respond } from '../respond';

const ExportBody = z.object({
  kind: z.enum(['pdf', 'svg', 'dxf']),
  document: z.unknown(),
  sizeId: z.string(),
  show: z.enum(['values', 'names', 'longest', 'blank']),
  specimen: z.string().optional(),
  variant: z.string().optional(),
  following: z.boolean().optional(),
  as: ModelKind.optional(),
});

/** Writes the sheet on the board as a PDF, SVG or DXF file. */
export function POST(request: Request) {
  return respond(async () => {
    const file = await exportSheet(await body(request, ExportBody));
    const content = typeof file.content === 'string' ? file.content : new Uint8Array(file.content);
    return new Response(content, {
      headers: {
        'content-type': file.type,
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
      },
    });
  });
}
