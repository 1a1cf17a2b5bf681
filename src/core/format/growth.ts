import type { Block, Cell, EdgeLine, Growth } from './document';

/** What one place of a growing block shows: a row of its data, nothing, or that there are so many more. */
export type Shown = { row: number } | { more: number } | 'blank';

/** A growing block with its rows: an ordinary block of fixed tracks, and what it was made of. */
export interface GrownBlock {
  block: Block;
  /** For each column and row, which of the document's block it repeats. */
  columnsOf: number[];
  rowsOf: number[];
  /** What each cell of a repeated row shows, by the cell's id; cells of the heading are not in it. */
  shown: ReadonlyMap<string, Shown>;
  /** The cell of the document's block that each cell repeats, by id. */
  patterns: ReadonlyMap<string, Cell>;
}

/** Tells parts lists of different rules apart. */
export const partsKey = (rule: Growth['parts']): string =>
  rule?.orderBy === undefined ? (rule?.kind ?? 'components') : `${rule.kind} by ${rule.orderBy}`;

/** Which of a block's rows is the pattern: the one that the heading leaves. */
export const patternRow = (block: Pick<Block, 'rows'>, { direction }: Pick<Growth, 'direction'>): number =>
  direction === 'down' ? block.rows.length - 1 : 0;

/** The rows of a block that are its heading, from the top. */
export const headingRows = (block: Pick<Block, 'rows'>, growth: Pick<Growth, 'direction'>): number[] =>
  block.rows.flatMap((_, i) => (i === patternRow(block, growth) ? [] : [i]));

/** Why a block cannot grow; undefined when it can. */
export function growthTrouble(block: Pick<Block, 'rows' | 'cells'>, growth: Pick<Growth, 'direction'>) {
  const pattern = patternRow(block, growth);
  const across = block.cells.find(
    (cell) => cell.rowSpan > 1 && cell.row <= pattern && cell.row + cell.rowSpan > pattern,
  );
  return across && 'A cell reaches over the row that is repeated and its heading. Split it first.';
}

/** Sizes of a growing block's tracks on one sheet, mm. */
export interface GrownTracks {
  columns: readonly number[];
  /** Of the document's rows. */
  rows: readonly number[];
  /** Of the repeated rows, from the heading. */
  repeated: readonly number[];
}

/**
 * Repeats the pattern row, and with several `columns` of rows the whole block side by side. The first row keeps the pattern's
 * own ids, so that one row alone is the block as the document has it; others get theirs with a tilde and their number.
 *
 * @param columns what is shown, one list a column of rows, each from the heading; all of one length
 * @param fromRight the first column of rows stands on the right
 */
export function growBlock(
  block: Block,
  growth: Growth,
  tracks: GrownTracks,
  columns: readonly (readonly Shown[])[],
  fromRight: boolean,
): GrownBlock {
  const rows = tracks.repeated.length;
  const pattern = patternRow(block, growth);
  const heading = headingRows(block, growth);
  const down = growth.direction === 'down';
  /** Which column of rows stands at a place from the left, and the other way round. */
  const mirrored = (i: number) => (fromRight ? columns.length - 1 - i : i);
  const wide = block.columns.length;
  // From the top: the heading, then the rows away from it; or the rows towards it, then the heading.
  const numbers = tracks.repeated.map((_, k) => k);
  const order = down ? [...heading.map(() => -1), ...numbers] : [...numbers.toReversed(), ...heading.map(() => -1)];
  const placeOf = (k: number) => (down ? heading.length + k : rows - 1 - k);
  const shift = down ? 0 : rows - 1;
  const shown = new Map<string, Shown>();
  const patterns = new Map<string, Cell>();
  const cells: Cell[] = [];
  const put = (cell: Cell, id: string, at: { column: number; row: number }, shows?: Shown) => {
    patterns.set(id, cell);
    if (shows !== undefined) shown.set(id, shows);
    cells.push({ ...cell, id, ...at });
  };
  columns.forEach((column, side) => {
    const left = mirrored(side) * wide;
    for (const cell of block.cells) {
      const at = left + cell.column;
      if (cell.row !== pattern)
        put(cell, side === 0 ? cell.id : `${cell.id}~h${side}`, { column: at, row: cell.row + shift });
      else
        column.forEach((shows, k) => {
          const number = side * rows + k;
          put(cell, number === 0 ? cell.id : `${cell.id}~${number}`, { column: at, row: placeOf(k) }, shows);
        });
    }
  });
  const grown: Block = {
    ...block,
    columns: columns.flatMap((_, place) =>
      block.columns.map((track, i) => ({ id: columnId(track.id, mirrored(place)), size: tracks.columns[i]! })),
    ),
    rows: order.map((k, i) =>
      k < 0
        ? { id: block.rows[i - shift]!.id, size: tracks.rows[i - shift]! }
        : { id: rowId(block.rows[pattern]!.id, k), size: tracks.repeated[k]! },
    ),
    cells,
    width: 'sum',
    height: 'sum',
  };
  return {
    block: { ...grown, lines: { ...block.lines, edges: grownEdges(block, growth, grown, columns.length, rows) } },
    columnsOf: columns.flatMap(() => block.columns.map((_, i) => i)),
    rowsOf: order.map((k, i) => (k < 0 ? i - shift : pattern)),
    shown,
    patterns,
  };
}

const rowId = (id: string, k: number) => (k === 0 ? id : `${id}~${k}`);
const columnId = (id: string, side: number) => (side === 0 ? id : `${id}~${side}`);

/** The lines of their own that stretches of the grown block have: those of the pattern at every row, those of all at every side. */
function grownEdges(block: Block, growth: Growth, grown: Block, sides: number, rows: number): EdgeLine[] {
  const pattern = block.rows[patternRow(block, growth)]!.id;
  const everySide = Array.from({ length: sides }, (_, side) => side);
  const everyRow = Array.from({ length: rows }, (_, k) => rowId(pattern, k));
  const edges = block.lines.edges.flatMap((edge): EdgeLine[] => {
    if (edge.axis === 'column') {
      const at = edge.at === pattern ? everyRow : [edge.at];
      return everySide.flatMap((side) => {
        // The block's first edge is the first edge of the leftmost side alone.
        const after = edge.after === null ? null : columnId(edge.after, side);
        return edge.after === null && side > 0 ? [] : at.map((row) => ({ ...edge, after, at: row }));
      });
    }
    // Under the pattern of a block that grows downward lies the block's last edge: it is under the last row.
    const after = edge.after === pattern && growth.direction === 'down' ? rowId(pattern, rows - 1) : edge.after;
    return everySide.map((side) => ({ ...edge, after, at: columnId(edge.at, side) }));
  });
  // Where two sides meet, the outline of both.
  const wide = block.columns.length;
  for (let i = wide - 1; i < grown.columns.length - 1; i += wide)
    for (const row of grown.rows)
      edges.push({ axis: 'column', after: grown.columns[i]!.id, at: row.id, line: block.lines.outline });
  return edges;
}

/** Whether what has no place on a sheet goes to the ones that follow. */
export const isContinued = ({ rows, whenFull }: Growth): boolean =>
  whenFull !== 'newest only' && (rows === 'parts' || rows === 'revisions' || rows === 'notes');
