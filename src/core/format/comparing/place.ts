import type { FormatDocument } from '../document';

/**
 * One place of a document that is compared, and taken over, as a whole: a setting, an entry of a list, a block, a block's grid,
 * a cell. The places of two documents together are all that they can differ in.
 */
export interface Place {
  /** Stable within a comparison. */
  key: string;
  words: string;
  /** Where on a sheet it is; absent for what is everywhere. */
  at?: { block: string; cell?: string };
  /** What stands there; undefined: nothing. */
  of(document: FormatDocument): unknown;
  text(document: FormatDocument): string;
  /** The document with this place as another has it; whether that is sound as a whole is for the caller to see. */
  taken(document: FormatDocument, from: FormatDocument): FormatDocument;
}

export type PropertyName = (property: string) => string | undefined;

/** What a document is said to have at a place where it has nothing. */
export const NOT_THERE = 'not there';
