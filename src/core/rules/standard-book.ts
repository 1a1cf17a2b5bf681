import type { NamedBook, RuleBookDocument } from './document';

/** The standards whose rule books are shipped. */
export type Standard = 'ISO' | 'ASME' | 'BS 8888';

const IDS: Readonly<Record<Standard, string>> = { ISO: 'iso', ASME: 'asme', 'BS 8888': 'bs-8888' };

/** The id of a standard's shipped book. */
export const bookOfStandard = (standard: Standard): string => IDS[standard];

/** A book that derives from another and says nothing otherwise. */
export const emptyBook = (from: string): RuleBookDocument => ({ version: 1, from, changes: {}, house: [] });

const books = new Map<Standard, NamedBook>();

/** A standard's shipped book as facts carry it; always the same object. */
export function standardBook(standard: Standard): NamedBook {
  let book = books.get(standard);
  if (!book) books.set(standard, (book = { name: standard, document: emptyBook(bookOfStandard(standard)) }));
  return book;
}
