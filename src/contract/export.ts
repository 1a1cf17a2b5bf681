import { z } from 'zod';

/** The kinds of file that sheets are written to; *SVG outlines* is an SVG whose text is drawn, not lettered. */
export const ExportKind = z.enum(['pdf', 'svg', 'svg outlines', 'dxf']);
export type ExportKind = z.infer<typeof ExportKind>;
