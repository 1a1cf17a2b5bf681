/** The kinds of file that sheets are written to, each with what it is for. */
export const FILE_KINDS = [
  { value: 'pdf', words: 'PDF, to print' },
  { value: 'dxf', words: 'DXF, to draw on' },
  { value: 'svg', words: 'SVG, to show' },
] as const;

export type FileKind = (typeof FILE_KINDS)[number]['value'];
