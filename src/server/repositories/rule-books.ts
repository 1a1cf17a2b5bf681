import { type RuleBookDocument } from '../../core/rules/document';
import type { StoredBook } from '../../core/rules/effective';
import type { Database } from '../database';
import { fromJson } from './json-column';

export interface BookRow extends StoredBook {
  version: number;
}

interface Raw {
  id: string;
  name: string;
  document: unknown;
  version: number;
}

const toRow = ({ document, ...row }: Raw): BookRow => ({ ...row, document: fromJson<RuleBookDocument>(document) });

const COLUMNS = 'id, name, document, version';

/** All house books by name: an office has a few. */
export async function allBooks(db: Database): Promise<BookRow[]> {
  return (await db.query<Raw>(`SELECT ${COLUMNS} FROM rule_books ORDER BY name, id`)).map(toRow);
}

/** One house book, held until the transaction ends. */
export async function lockBook(db: Database, id: string): Promise<BookRow | undefined> {
  return (await db.query<Raw>(`SELECT ${COLUMNS} FROM rule_books WHERE id = ? FOR UPDATE`, [id])).map(toRow)[0];
}

export async function insertBook(db: Database, { id, name, document }: StoredBook): Promise<void> {
  await db.run('INSERT INTO rule_books (id, name, document) VALUES (?, ?, ?)', [id, name, JSON.stringify(document)]);
}

/** Keeps a house book's name and document. */
export async function replaceBook(db: Database, { id, name, document }: StoredBook): Promise<void> {
  await db.run('UPDATE rule_books SET name = ?, document = ?, version = version + 1 WHERE id = ?', [
    name,
    JSON.stringify(document),
    id,
  ]);
}

export async function deleteBook(db: Database, id: string): Promise<void> {
  await db.run('DELETE FROM rule_books WHERE id = ?', [id]);
}
