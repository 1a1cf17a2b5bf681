import { produce } from 'immer';
import type { Outcome } from '../../refusal';
import { refuse } from '../../refusal';
import type { Block, Cell, FormatDocument } from '../document';

/**
 * One kind of edit. Operations are pure: from a document to a document, or to a refusal with its reason. New ids come
 * with the step.
 */
export interface Operation<S> {
  apply(document: FormatDocument, step: S): Outcome<{ document: FormatDocument }>;
  /** The edit in words for the list of undoable steps, e.g. `Column 3 to 42 mm`. */
  words(before: FormatDocument, step: S): string;
}

type Edit<T> = (draft: T) => string | void;

/** Edits a copy of the document; the edit returns a reason to refuse. */
export function edited(document: FormatDocument, edit: Edit<FormatDocument>): Outcome<{ document: FormatDocument }> {
  let reason: string | undefined;
  const next = produce(document, (draft) => {
    reason = edit(draft) ?? undefined;
  });
  return reason === undefined ? { ok: true, document: next } : refuse(reason);
}

/** Edits one block, unless it is gone or locked. */
export function editedBlock(
  document: FormatDocument,
  id: string,
  edit: Edit<Block>,
): Outcome<{ document: FormatDocument }> {
  return edited(document, (draft) => {
    const block = draft.blocks.find((candidate) => candidate.id === id);
    if (!block) return 'That block is no longer in the format.';
    if (block.locked) return `“${block.name}” is locked. Unlock it to change it.`;
    return edit(block);
  });
}

/** Edits one cell of a block. */
export function editedCell(
  document: FormatDocument,
  block: string,
  id: string,
  edit: Edit<Cell>,
): Outcome<{ document: FormatDocument }> {
  return editedBlock(document, block, (draft) => {
    const cell = draft.cells.find((candidate) => candidate.id === id);
    return cell ? edit(cell) : `That cell is no longer in “${draft.name}”.`;
  });
}

/** A change without its entries that say nothing. */
export const given = <T extends object>(change: T): T =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as T;

export const blockOf = (document: FormatDocument, id: string): Block | undefined =>
  document.blocks.find((block) => block.id === id);

export const cellOf = (document: FormatDocument, block: string, id: string): Cell | undefined =>
  blockOf(document, block)?.cells.find((cell) => cell.id === id);
