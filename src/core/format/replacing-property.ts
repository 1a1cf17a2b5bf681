import { produce } from 'immer';
import type { FormatDocument } from './document';

/** The document with every link, picture and default of one property pointing at another; the same one when there is none. */
export function withPropertyReplaced(document: FormatDocument, from: string, to: string): FormatDocument {
  return produce(document, (draft) => {
    for (const asked of draft.asked) {
      const preset = asked.default;
      if (typeof preset === 'object' && 'property' in preset && preset.property === from) preset.property = to;
    }
    for (const block of draft.blocks) {
      const { grow } = block;
      if (grow?.parts?.orderBy === from) grow.parts.orderBy = to;
      if (grow?.notes?.includes(from)) grow.notes = [...new Set(grow.notes.map((id) => (id === from ? to : id)))];
      for (const cell of block.cells) {
        for (const content of cell.contents) {
          if ('picture' in content && 'property' in content.picture.from && content.picture.from.property === from)
            content.picture.from.property = to;
          if (!('parts' in content)) continue;
          for (const part of content.parts) {
            if (part.kind !== 'linked') continue;
            if (part.property === from) part.property = to;
            if (part.orElse?.includes(from)) part.orElse = part.orElse.map((id) => (id === from ? to : id));
          }
        }
      }
    }
  });
}
