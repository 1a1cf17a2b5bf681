import type { ExportKind } from '../../contract/export';

/** The kinds of file that sheets are written to, each with what it is for. */
export const FILE_KINDS = [
  { value: 'pdf', words: 'PDF, to print' },
  { value: 'dxf', words: 'DXF, to draw on' },
  { value: 'svg', words: 'SVG, to show' },
  { value: 'svg outlines', words: 'SVG with text as outlines' },
] as const satisfies { value: ExportKind; words: string }[];
