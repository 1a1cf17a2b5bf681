import type { Block, FormatDocument } from './document';

/** The hashes of the pictures that a format's cells hold, each once. */
export const picturesUsed = ({ blocks }: FormatDocument): string[] => picturesIn(blocks);

/** The hashes of the pictures that blocks hold, each once. */
export function picturesIn(blocks: readonly Block[]): string[] {
  const hashes = blocks.flatMap((block) =>
    block.cells.flatMap((cell) =>
      cell.contents.flatMap((content) =>
        'picture' in content && 'hash' in content.picture.from ? [content.picture.from.hash] : [],
      ),
    ),
  );
  return [...new Set(hashes)];
}
