import { type Database, type Parameter, marks } from '../database';
import { likeAnywhere } from './keyset';

/** What is searched anywhere in its text, with the table of the pieces of three characters that the text has. */
interface Searched {
  table: 'specimens' | 'drawings';
  /** The column of the text, at most `longest` characters. */
  column: string;
  longest: number;
  grams: string;
  /** The column of the pieces' table that says whose they are. */
  of: string;
}

export const SPECIMEN_NAMES: Searched = {
  table: 'specimens',
  column: 'specimens.name',
  longest: 120,
  grams: 'specimen_grams',
  of: 'specimen_id',
};

export const DRAWING_TEXTS: Searched = {
  table: 'drawings',
  column: 'drawings.searched',
  longest: 800,
  grams: 'drawing_grams',
  of: 'drawing_id',
};

/** At most so many pieces of a search are looked up, spread over it. */
const MOST_PIECES = 8;
/** Where so many rows have all pieces, going through the list in its order is quicker. */
const MANY = 2000;

/** Keeps the pieces of rows that were written, inside their transaction. Those of earlier texts stay: the text itself decides. */
export async function keepGrams(db: Database, searched: Searched, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const { table, column, longest, grams, of } = searched;
  await db.run(
    `INSERT IGNORE INTO ${grams} (gram, ${of}) SELECT SUBSTRING(${column}, seq, 3), ${table}.id
     FROM ${table} JOIN seq_1_to_${longest - 2} ON seq <= CHAR_LENGTH(${column}) - 2 WHERE ${table}.id IN (${marks(ids)})`,
    [...ids],
  );
}

/** Pieces of a search, spread over it; none when it is shorter than three characters. */
function piecesOf(search: string): string[] {
  const characters = [...search.trim()];
  const all = [...new Set(characters.slice(2).map((_, at) => characters.slice(at, at + 3).join('')))];
  if (all.length <= MOST_PIECES) return all;
  const step = (all.length - 1) / (MOST_PIECES - 1);
  return Array.from({ length: MOST_PIECES }, (_, i) => all[Math.round(i * step)]!);
}

/**
 * The condition that the text has what is searched for, anywhere in it and without regard to case and accents. Where few rows have all of
 * its pieces, only those are looked at: pieces that compare equal are equal character by character, so none is missed.
 */
export async function havingAnywhere(
  db: Database,
  { table, column, grams, of }: Searched,
  search: string,
): Promise<{ sql: string; parameters: Parameter[] }[]> {
  const text = { sql: `${column} LIKE ?`, parameters: [likeAnywhere(search)] };
  const [first, ...others] = piecesOf(search);
  if (first === undefined) return [text];
  const joined = others.map((_, i) => ` JOIN ${grams} AS g${i} ON g${i}.${of} = g.${of} AND g${i}.gram = ?`).join('');
  const having = `SELECT g.${of} FROM ${grams} AS g${joined} WHERE g.gram = ?`;
  const parameters = [...others, first];
  const [found] = await db.query<{ n: number }>(
    `SELECT COUNT(*) AS n FROM (${having} LIMIT ${MANY}) AS some`,
    parameters,
  );
  return Number(found!.n) < MANY ? [{ sql: `${table}.id IN (${having})`, parameters }, text] : [text];
}
