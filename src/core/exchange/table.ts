import Papa from 'papaparse';
import { type Outcome, refuse } from '../refusal';

/** A table read from a CSV file: its header, and its rows with the line each began on. */
export interface Table {
  header: string[];
  rows: { line: number; cells: string[] }[];
}

/** Most rows that are read at once. */
export const MOST_ROWS = 200_000;

/**
 * Reads a CSV file: UTF-8, or UTF-16 with its mark; separated by commas, semicolons or tabs; the first line names the columns.
 * Refused for another encoding, a missing or repeated column name, and more rows than can be taken.
 */
export function readTable(bytes: Uint8Array): Outcome<{ table: Table }> {
  const text = decoded(bytes);
  if (!text.ok) return text;
  if (text.text.trim() === '') return refuse('The file is empty.');
  const { parsed, lines } = parsedWithLines(text.text);
  const quotes = parsed.errors.find(({ type }) => type === 'Quotes');
  if (quotes) return refuse(`Line ${(quotes.row ?? 0) + 1} has a quotation mark that is not closed.`);
  const [first, ...others] = parsed.data;
  if (first!.length > MOST_COLUMNS)
    return refuse(`The file has ${first!.length} columns; at most ${MOST_COLUMNS} are read.`);
  const header = first!.map((name) => name.trim());
  const nameless = header.findIndex((name) => name === '');
  if (nameless >= 0) return refuse(`Column ${nameless + 1} has no name. The first line names the columns.`);
  if (header.every((name) => /^[\d.,\s-]+$/.test(name)))
    return refuse('The first line holds numbers only. It must name the columns.');
  const repeated = header.find((name, i) => header.indexOf(name) !== i);
  if (repeated !== undefined) return refuse(`Two columns are named “${repeated}”.`);
  if (others.length > MOST_ROWS)
    return refuse(`The file has ${others.length} rows; at most ${MOST_ROWS} are read at once. Split it.`);
  return {
    ok: true,
    table: { header, rows: others.map((cells, i) => ({ line: lines[i + 1]!, cells: cells.map(unescaped) })) },
  };
}

/** What parts the cells of a table: what its first line, outside of quotes, has most of. */
function separatorOf(text: string): string {
  const header = /^(?:"(?:[^"]|"")*"|[^"\r\n])*/.exec(text)![0].replace(/"(?:[^"]|"")*"/g, '');
  const count = (separator: string) => header.split(separator).length;
  return [',', ';', '\t'].reduce((best, one) => (count(one) > count(best) ? one : best));
}

/** The rows of a text, and the line on which each begins: a cell in quotes may go over several. */
function parsedWithLines(text: string) {
  const lines: number[] = [];
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: false, delimiter: separatorOf(text) });
  const kept: string[][] = [];
  let line = 1;
  for (const cells of parsed.data) {
    if (cells.some((cell) => cell.trim() !== '')) {
      kept.push(cells);
      lines.push(line);
    }
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0);
  }
  return { parsed: { ...parsed, data: kept }, lines };
}

/** Most columns that a table has. */
const MOST_COLUMNS = 2_000;

/** The text of a file in UTF-8, or UTF-16 by its byte-order mark; anything else is refused with the line it shows on. */
export function decoded(bytes: Uint8Array): Outcome<{ text: string }> {
  const utf16 =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : undefined;
  try {
    return { ok: true, text: new TextDecoder(utf16 ?? 'utf-8', { fatal: true }).decode(bytes) };
  } catch {
    const loose = new TextDecoder('utf-8').decode(bytes);
    const line = loose.slice(0, loose.indexOf('\uFFFD')).split('\n').length;
    return refuse(`The file is not in UTF-8: line ${line} has letters that cannot be read. Save it as “CSV UTF-8”.`);
  }
}

/**
 * What a spreadsheet takes for the beginning of a formula (a number is none), and what looks like one that was written as text: it gets an
 * apostrophe of its own, so that the one that it has is still there when it is read.
 */
const FORMULA = /^'*[=+\-@\t\r](?![\d.,]*$)/;

/**
 * Rows as a CSV text with CRLF line ends, as RFC 4180 writes them. What a spreadsheet would take for a formula is written as text, with
 * an apostrophe before it, which {@link readTable} takes away again.
 */
export const writeTable = (header: string[], rows: string[][]): string =>
  `${Papa.unparse([header, ...rows], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;

const unescaped = (cell: string): string =>
  FORMULA.test(cell.slice(1)) && cell.startsWith("'") ? cell.slice(1) : cell;
