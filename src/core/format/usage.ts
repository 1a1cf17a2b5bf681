import type { FormatDocument } from './document';

/**
 * The cells of a format that print each property, linked or asked for under its id, by property id. A table of notes prints its
 * properties in its first cell.
 */
export function linksByProperty(document: FormatDocument): Map<string, { block: string; cell: string }[]> {
  const links = new Map<string, { block: string; cell: string }[]>();
  const add = (property: string, block: string, cell: string) =>
    links.set(property, [...(links.get(property) ?? []), { block, cell }]);
  for (const block of document.blocks) {
    for (const property of block.grow?.notes ?? []) add(property, block.id, block.cells[0]!.id);
    for (const cell of block.cells) {
      const linked = new Set(
        cell.contents.flatMap((content) => {
          if ('picture' in content) return 'property' in content.picture.from ? [content.picture.from.property] : [];
          if (!('parts' in content)) return [];
          return content.parts.flatMap((part) =>
            part.kind === 'linked'
              ? [part.property, ...(part.orElse ?? [])]
              : part.kind === 'asked'
                ? [part.asked]
                : [],
          );
        }),
      );
      for (const property of linked) add(property, block.id, cell.id);
    }
  }
  return links;
}
