import type { Page } from '../../contract/route';
import type { Database, Parameter } from '../database';

export const encodeCursor = (values: readonly string[]): string =>
  Buffer.from(JSON.stringify(values)).toString('base64url');

/** The values of a cursor; undefined for none, or for what is no cursor. */
export function decodeCursor(cursor: string | undefined, length: number): string[] | undefined {
  if (cursor === undefined) return undefined;
  try {
    const values: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString('utf8'));
    return Array.isArray(values) && values.length === length && values.every((one) => typeof one === 'string')
      ? values
      : undefined;
  } catch {
    return undefined;
  }
}

/** A list in pages: what is selected from where, in which order, and what tells where a row stands in it. */
export interface Listing<Raw, T> {
  select: string;
  from: string;
  /** Where the rows are counted, when less than all of `from` tells how many there are. */
  countedFrom?: string;
  /** Conditions that hold for all of it, with their parameters. */
  where: { sql: string; parameters: Parameter[] }[];
  /** Columns of the order, the last one unique; all in one direction. */
  order: readonly string[];
  direction: 'ASC' | 'DESC';
  /** The columns' values of a row, as texts that the database reads back. */
  keyOf(row: Raw): string[];
  toEntry(row: Raw): T;
}

/** Reads a page by its key, not by counting from the start: a page late in a long list costs no more than the first. */
export async function readPage<Raw, T>(
  db: Database,
  listing: Listing<Raw, T>,
  { after, size }: { after?: string | undefined; size: number },
): Promise<Page<T>> {
  const { select, from, countedFrom = from, where, order, direction } = listing;
  const start = decodeCursor(after, order.length);
  const sign = direction === 'ASC' ? '>' : '<';
  const conditions = [
    ...where,
    ...(start
      ? [{ sql: `(${order.join(', ')}) ${sign} (${order.map(() => '?').join(', ')})`, parameters: start }]
      : []),
  ];
  const clause = (list: typeof conditions) =>
    list.length > 0 ? ` WHERE ${list.map(({ sql }) => `(${sql})`).join(' AND ')}` : '';
  const page = db.query<Raw>(
    `SELECT ${select} FROM ${from}${clause(conditions)} ORDER BY ${order.map((one) => `${one} ${direction}`).join(', ')} LIMIT ${Math.trunc(size) + 1}`,
    conditions.flatMap(({ parameters }) => parameters),
  );
  const counted = db.query<{ total: number }>(
    `SELECT COUNT(*) AS total FROM ${countedFrom}${clause(where)}`,
    where.flatMap(({ parameters }) => parameters),
  );
  const [rows, [count]] = await Promise.all([page, counted]);
  const shown = rows.slice(0, size);
  return {
    entries: shown.map((row) => listing.toEntry(row)),
    next: rows.length > size ? encodeCursor(listing.keyOf(shown.at(-1)!)) : undefined,
    total: Number(count!.total),
  };
}

/** A search as a pattern of LIKE: anywhere in the text, with the pattern's own signs taken as they are. */
export const likeAnywhere = (search: string): string => `%${search.trim().replace(/[\\%_]/g, '\\$&')}%`;
