import { z } from 'zod';
import { ModelKind } from '../../../core/property/facts';
import { exportSheet } from '../../../server/services/export';
import { body, fileResponse, respond } from '../respond';

const ExportBody = z.object({
  kind: z.enum(['pdf', 'svg', 'dxf']),
  document: z.unknown(),
  sizeId: z.string(),
  show: z.enum(['values', 'names', 'longest', 'blank']),
  rows: z.union([z.int().min(0).max(500), z.enum(['full', 'over-full'])]).optional(),
  specimen: z.string().optional(),
  variant: z.string().optional(),
  following: z.boolean().optional(),
  as: ModelKind.optional(),
});

/** Writes the sheet on the board as a PDF, SVG or DXF file. */
export function POST(request: Request) {
  return respond(async () => {
    return fileResponse(await exportSheet(await body(request, ExportBody)));
  });
}
