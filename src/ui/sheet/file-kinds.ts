import type { ExportKind, PictureKind } from '../../core/exchange/export-kinds';

/** The kinds of picture that sheets are written to, each with what it is for. */
export const PICTURE_KINDS = [
  { value: 'pdf', words: 'PDF, to print' },
  { value: 'dxf', words: 'DXF, to draw on' },
  { value: 'dxf layouts', words: 'DXF, as layouts over a model' },
  { value: 'svg', words: 'SVG, to show' },
  { value: 'svg outlines', words: 'SVG with text as outlines' },
  { value: 'png 150', words: 'PNG, 150 dpi' },
  { value: 'png 300', words: 'PNG, 300 dpi' },
  { value: 'png 600', words: 'PNG, 600 dpi' },
] as const satisfies { value: PictureKind; words: string }[];

/** The kinds of file that sheets of formats are written to. */
export const FILE_KINDS = [
  ...PICTURE_KINDS,
  { value: 'report', words: 'JSON, every cell with its source' },
] as const satisfies { value: ExportKind; words: string }[];
