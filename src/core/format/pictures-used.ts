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

const HASH = /^[0-9a-f]{64}$/;

type Place = { values: Readonly<Record<string, unknown>> } | undefined;

/** The hashes of the pictures that a format holds, and of those that values of its office, project or profile name; each once. */
export function picturesShown(
  document: FormatDocument,
  { organisation, project, profile }: { organisation?: Place; project?: Place; profile?: Place },
): string[] {
  const named = [organisation, project, profile].flatMap((place) => Object.values(place?.values ?? {}));
  const hashes = named.filter((value): value is string => typeof value === 'string' && HASH.test(value));
  return [...new Set([...picturesUsed(document), ...hashes])];
}
