import type { NamedBook } from '../../core/rules/document';
import { type StoredBook, flattened } from '../../core/rules/effective';
import type { Database } from '../database';
import { allBooks } from '../repositories/rule-books';

/** The house books of the office by id. */
export async function booksById(db: Database): Promise<Map<string, StoredBook>> {
  return new Map((await allBooks(db)).map((book) => [book.id, book]));
}

/** The rule book that a profile names, with all that it derives from taken in; undefined when it is there no more: the standard's holds then. */
export async function bookAtHand(db: Database, id: string): Promise<NamedBook | undefined> {
  return flattened(id, await booksById(db));
}
