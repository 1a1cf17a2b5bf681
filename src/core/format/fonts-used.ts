import type { FormatDocument } from './document';

/** The ids of the fonts that a format's lettering styles and cells name, each once. */
export function documentFonts({ letterings, blocks }: FormatDocument): string[] {
  const own = blocks.flatMap((block) => block.cells.flatMap((cell) => cell.override?.font ?? []));
  return [...new Set([...letterings.map((style) => style.font), ...own])];
}
