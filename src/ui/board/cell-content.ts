'use client';

import { useCallback } from 'react';
import type { Cell, FormatDocument, Part } from '../../core/format/document';
import { partStyle } from '../../core/format/starting';
import { useBoard } from './board-store';

/** What a part is called on its chip. */
export function usePartName(): (part: Part) => string {
  const properties = useBoard((board) => board.resources.properties);
  const asked = useBoard((board) => board.document.asked);
  return useCallback(
    (part: Part) =>
      part.kind === 'linked'
        ? (properties.get(part.property)?.name ?? part.property)
        : part.kind === 'asked'
          ? (asked.find((value) => value.key === part.asked)?.name ?? part.asked)
          : '',
    [properties, asked],
  );
}

/** A cell's contents with other parts in its first textual one; none when there is nothing left. */
export function withParts(cell: Cell, parts: Part[]): Cell['contents'] {
  const index = cell.contents.findIndex((content) => 'parts' in content);
  if (index < 0) return parts.length === 0 ? cell.contents : [{ parts }, ...cell.contents];
  if (parts.length === 0) return cell.contents.filter((_, i) => i !== index);
  return cell.contents.map((content, i) =>
    i === index ? { ...(content.when && { when: content.when }), parts } : content,
  );
}

/** A cell's caption with another text, in the format's caption lettering when it is new; null when it is empty. */
export function withCaption(cell: Cell, text: string, document: FormatDocument): NonNullable<Cell['caption']> | null {
  if (text === '') return null;
  if (cell.caption) return { ...cell.caption, text };
  const place = { across: 'left' as const, up: 'top' as const, inset: { x: 0.8, y: 0.8 } };
  return { text, lettering: partStyle(document).caption, place };
}
