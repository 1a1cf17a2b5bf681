'use client';

import { useCallback } from 'react';
import type { Cell, Content, FormatDocument, Part } from '../../../core/format/document';
import { applies } from '../../../core/format/occasion';
import { partStyle } from '../../../core/format/starting';
import { useBoard } from '../board-store';
import { useOccasion } from '../desk/use-sheet';

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

/** Which of a cell's contents the sheet on the desk prints; one past the last when none applies. */
export function usePrintedContent(cell: Cell): number {
  const occasion = useOccasion();
  const index = cell.contents.findIndex((content) => applies(content.when, occasion));
  return index < 0 ? cell.contents.length : index;
}

/** The parts of a content that is text; none for any other. */
export const partsAt = (cell: Cell, index: number): Part[] => {
  const content = cell.contents[index];
  return content && 'parts' in content ? content.parts : [];
};

/** A cell's contents with another one at a place, under the condition that stood there; a place past the end adds one. */
export function withContent(cell: Cell, index: number, content: Content): Content[] {
  const when = cell.contents[index]?.when;
  const next = when ? { ...content, when } : content;
  return index < cell.contents.length
    ? cell.contents.map((one, i) => (i === index ? next : one))
    : [...cell.contents, next];
}

/** A cell's contents with other parts at a place; a lone content with nothing left in it goes. */
export function withParts(cell: Cell, index: number, parts: Part[]): Content[] {
  const alone = cell.contents.length <= 1 && !cell.contents[0]?.when;
  return parts.length === 0 && alone ? [] : withContent(cell, index, { parts });
}

/** A cell's caption with another text, in the format's caption lettering when it is new; null when it is empty. */
export function withCaption(cell: Cell, text: string, document: FormatDocument): NonNullable<Cell['caption']> | null {
  if (text === '') return null;
  if (cell.caption) return { ...cell.caption, text };
  const place = { across: 'left' as const, up: 'top' as const, inset: { x: 0.8, y: 0.8 } };
  return { text, lettering: partStyle(document).caption, place };
}
