import type { Block } from '../format/document';
import type { BlockGrid } from './region-block';
import type { CellFound, TableFound } from './recognition';
import { type TableRows, tableHeaded, tableShowing } from './table-words';

/** What a block's rows show, in its own directions: for each row its cells from the left. */
const rowsOf = (cells: readonly CellFound[], count: number): CellFound[][] =>
  Array.from({ length: count }, (_, row) =>
    cells.filter(({ field }) => field.row === row).sort((a, b) => a.field.column - b.field.column),
  );

const wordsOf = ({ caption, content }: CellFound): string =>
  [...(caption ? [caption.text] : []), ...content.map(({ text }) => text.text)].join(' ');

const columnsOf = (row: readonly CellFound[]) =>
  row.map(({ field }) => `${field.column}+${field.columnSpan}`).join(' ');

const isBlank = (row: readonly CellFound[]) =>
  row.every(({ content, caption, drawn }) => content.length === 0 && !caption && !drawn);

interface Found {
  table: TableFound;
  /** Heading rows, from the block's end at which it stands. */
  heading: number[];
  pattern: number;
  properties: (string | undefined)[];
}

/** Whether a block is a table that grows: a heading with equal rows under or over it, or rows whose places name what a table shows. */
export function growingTable(grid: Pick<BlockGrid, 'rows'>, cells: readonly CellFound[]): Found | undefined {
  const rows = rowsOf(cells, grid.rows.length);
  if (rows.length < 2 || cells.some(({ field }) => field.rowSpan > 1)) return undefined;
  return byHeading(rows) ?? byTags(rows);
}

function byHeading(rows: readonly CellFound[][]): Found | undefined {
  for (const [at, row] of rows.entries()) {
    if (row.some(({ content }) => content.some(({ text }) => text.attribute))) continue;
    const headed = tableHeaded(row.map(wordsOf));
    if (!headed) continue;
    const alike = (one: number) => rows[one] !== undefined && columnsOf(rows[one]) === columnsOf(row);
    const below = count((i) => alike(at + i));
    const above = count((i) => alike(at - i));
    const down = below >= above;
    const data = down ? span(at + 1, at + 1 + below) : span(at - above, at);
    const heading = down ? span(0, at + 1) : span(at, rows.length);
    if (data.length === 0 || data.length + heading.length !== rows.length) continue;
    return found(rows, headed.rows, down, data, heading, headed.properties);
  }
  return undefined;
}

function byTags(rows: readonly CellFound[][]): Found | undefined {
  const shows = rows.map((row) =>
    row.map(
      (cell) => cell.content.find(({ meaning, text }) => meaning.kind === 'linked' && text.attribute)?.meaning.property,
    ),
  );
  const kinds = shows.map((row) => tableShowing(row.filter((one) => one !== undefined)));
  const kind = kinds.find((one) => one !== undefined);
  if (!kind) return undefined;
  const is = (row: number) => kinds[row] === kind;
  const first = kinds.findIndex((_, row) => is(row));
  const last = kinds.findLastIndex((_, row) => is(row));
  const heading = [...span(0, first), ...span(last + 1, rows.length)];
  // The heading is at one end, and every row between is of the table.
  if (
    (first > 0 && last < rows.length - 1) ||
    heading.length === 0 ||
    span(first, last + 1).some((row) => !is(row) && !isBlank(rows[row]!))
  )
    return undefined;
  const properties = shows[first]!;
  return found(rows, kind, first > 0, span(first, last + 1), heading, properties);
}

function found(
  rows: readonly CellFound[][],
  kind: TableRows,
  down: boolean,
  data: number[],
  heading: number[],
  properties: (string | undefined)[],
): Found {
  return {
    table: {
      rows: kind,
      direction: down ? 'down' : 'up',
      shown: data.length,
      blank: data.filter((row) => isBlank(rows[row]!)).length,
    },
    heading,
    pattern: data.find((row) => !isBlank(rows[row]!)) ?? data[0]!,
    properties,
  };
}

const span = (a: number, b: number) => Array.from({ length: Math.max(0, b - a) }, (_, i) => a + i);

function count(holds: (i: number) => boolean): number {
  let n = 0;
  while (holds(n + 1)) n++;
  return n;
}

/** What a block is for, by what it shows. */
export function roleOf(cells: readonly CellFound[], table: TableFound | undefined): Block['role'] {
  if (table) return table.rows;
  const properties = new Set(cells.flatMap(({ content }) => content.flatMap(({ meaning }) => meaning.property ?? [])));
  const title = ['title', 'drawing-number', 'scale', 'created-by', 'sheet-number', 'legal-owner'].filter((one) =>
    properties.has(one),
  );
  if (title.length >= 2) return 'title';
  return properties.has('general-tolerance') ? 'tolerances' : 'other';
}

/** A block with the heading and one row of a table that grows; its cells are counted anew. */
export function folded<T extends { rows: number[]; cells: CellFound[]; lines: BlockGrid['lines'] }>(
  block: T,
  { heading, pattern, table, properties }: Found,
  link: (cell: CellFound, property: string) => CellFound,
): T {
  const kept = table.direction === 'down' ? [...heading, pattern] : [pattern, ...heading];
  const at = new Map(kept.map((row, i) => [row, i]));
  const cells = block.cells.flatMap((cell) => {
    const row = at.get(cell.field.row);
    if (row === undefined) return [];
    const own = { ...cell, field: { ...cell.field, row } };
    if (cell.field.row !== pattern) return [own];
    const column = block.cells.filter(({ field }) => field.row === pattern && field.column < cell.field.column).length;
    const property = properties[column];
    return [property === undefined ? own : link(own, property)];
  });
  const edges = block.lines.edges.flatMap((edge) => {
    const line = edge.axis === 'row' ? lineOf(edge.line, kept, block.rows.length) : edge.line;
    const track = edge.axis === 'column' ? at.get(edge.at) : edge.at;
    return line === undefined || track === undefined ? [] : [{ ...edge, line, at: track }];
  });
  return { ...block, rows: kept.map((row) => block.rows[row]!), cells, lines: { ...block.lines, edges } };
}

/** Where a row line is once only some rows are kept: lines between rows that go are gone with them. */
function lineOf(line: number, kept: readonly number[], count: number): number | undefined {
  if (line === 0) return 0;
  if (line === count) return kept.length;
  const i = kept.findIndex((row, k) => row === line - 1 && kept[k + 1] === line);
  return i < 0 ? undefined : i + 1;
}
