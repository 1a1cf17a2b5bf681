import type { FormatDocument } from './document';

/** The cells of a format that print each property, linked or asked for under its id, by property id. */
export function linksByProperty(document: FormatDocument): Map<string, { block: string; cell: string }[]> {
  const links = new Map<string, { block: string; cell: string }[]>();
  for (const block of document.blocks) {
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
      for (const property of linked) {
        links.set(property, [...(links.get(property) ?? []), { block: block.id, cell: cell.id }]);
      }
    }
  }
  return links;
}
