import type { JSONContent } from '@tiptap/core';
import type { Part } from '../../../core/format/document';

/** Parts of a content as the editor's document: one paragraph a line, chips for values. */
export function partsToEditor(parts: readonly Part[], nameOf: (part: Part) => string): JSONContent {
  const paragraphs: JSONContent[] = [{ type: 'paragraph', content: [] }];
  for (const part of parts) {
    if (part.kind === 'break') paragraphs.push({ type: 'paragraph', content: [] });
    else if (part.kind === 'fixed') {
      if (part.text !== '') paragraphs.at(-1)!.content!.push({ type: 'text', text: part.text });
    } else paragraphs.at(-1)!.content!.push({ type: 'chip', attrs: { part, label: nameOf(part) } });
  }
  return { type: 'doc', content: paragraphs };
}

/** The editor's document as parts. */
export function partsFromEditor(document: JSONContent): Part[] {
  return (document.content ?? []).flatMap((paragraph, i): Part[] => [
    ...(i > 0 ? [{ kind: 'break' as const }] : []),
    ...(paragraph.content ?? []).map((node): Part =>
      node.type === 'chip' ? (node.attrs!.part as Part) : { kind: 'fixed', text: node.text ?? '' },
    ),
  ]);
}
