import { z } from 'zod';

/**
 * The kinds of file that sheets are written to; *SVG outlines* is an SVG whose text is drawn, not lettered; *DXF
 * layouts* has the sheets in paper space over a model to draw in; a PNG has so many dpi.
 */
export const PictureKind = z.enum([
  'pdf',
  'svg',
  'svg outlines',
  'dxf',
  'dxf layouts',
  'png 150',
  'png 300',
  'png 600',
]);
export type PictureKind = z.infer<typeof PictureKind>;

/** What a sheet of a format is written to: a picture of it, or its *report*, which says every cell's text, place and source as JSON. */
export const ExportKind = z.enum([...PictureKind.options, 'report']);
export type ExportKind = z.infer<typeof ExportKind>;

/** Whether a kind is a picture of pixels, which takes much memory to make. */
export const isPixels = (kind: ExportKind): boolean => kind.startsWith('png');
