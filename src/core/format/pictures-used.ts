import type { FormatDocument } from './document';

/** The hashes of the pictures that a format's cells hold, each once. */
export function picturesUsed(document: FormatDocument): string[] {
  const hashes = document.blocks.flatMap((block) =>
    block.cells.flatMap((cell) =>
      cell.contents.flatMap((content) =>
        'picture' in content && 'hash' in content.picture.from ? [content.picture.from.hash] : [],
      ),
    ),
  );
  return [...new Set(hashes)];
}
