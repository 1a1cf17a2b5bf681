import { deepEqual } from 'fast-equals';
import type { Point } from '../geometry/box';
import { toSheet } from '../geometry/placing';
import { cellGrid } from './defects';
import type { Block, Line } from './document';
import type { LaidBlock } from './layout';

export interface BlockLine {
  from: Point;
  to: Point;
  line: Line;
}

/**
 * The lines of a block on the sheet: one for every edge between two cells and around the block, neighbours of one look
 * joined into one line, so that none is drawn twice. Hidden edges are left out.
 */
export function blockLines(laid: LaidBlock): BlockLine[] {
  const { block, placing, columnEdges, rowEdges } = laid;
  const grid = cellGrid(block);
  const own = ownLines(block);
  const height = placing.height;
  const result: BlockLine[] = [];
  const add = (from: Point, to: Point, line: Line) =>
    result.push({ from: toSheet(placing, from), to: toSheet(placing, to), line });

  for (let i = 0; i <= block.columns.length; i++) {
    const outer = i === 0 || i === block.columns.length;
    const looks = block.rows.map((row, j) => {
      if (!outer && grid[j]![i - 1] === grid[j]![i]) return undefined;
      return ownLine(own, 'column', block.columns[i - 1]?.id, row.id) ?? usual(block, outer);
    });
    for (const { start, end, line } of joined(looks)) {
      add(
        { x: columnEdges[i]!, y: height - rowEdges[start]! },
        { x: columnEdges[i]!, y: height - rowEdges[end]! },
        line,
      );
    }
  }
  for (let j = 0; j <= block.rows.length; j++) {
    const outer = j === 0 || j === block.rows.length;
    const looks = block.columns.map((column, i) => {
      if (!outer && grid[j - 1]![i] === grid[j]![i]) return undefined;
      return ownLine(own, 'row', block.rows[j - 1]?.id, column.id) ?? usual(block, outer);
    });
    for (const { start, end, line } of joined(looks)) {
      const y = height - rowEdges[j]!;
      add({ x: columnEdges[start]!, y }, { x: columnEdges[end]!, y }, line);
    }
  }
  return result;
}

const usual = (block: Block, outer: boolean) => (outer ? block.lines.outline : block.lines.inside);

const edgeKey = (axis: 'column' | 'row', after: string | null, at: string) => `${axis}|${after ?? ''}|${at}`;

/** The line of its own that a stretch has; most blocks have none, and are not asked. */
function ownLine(
  own: ReadonlyMap<string, Line>,
  axis: 'column' | 'row',
  after: string | undefined,
  at: string,
): Line | undefined {
  return own.size === 0 ? undefined : own.get(edgeKey(axis, after ?? null, at));
}

function ownLines(block: Block): Map<string, Line> {
  return new Map(block.lines.edges.map(({ axis, after, at, line }) => [edgeKey(axis, after, at), line]));
}

/** Stretches of equal, visible looks: from track `start` up to, not including, track `end`. */
function joined(looks: (Line | undefined)[]): { start: number; end: number; line: Line }[] {
  const result: { start: number; end: number; line: Line }[] = [];
  looks.forEach((line, i) => {
    if (!line || line.hidden) return;
    const last = result.at(-1);
    if (last && last.end === i && (last.line === line || deepEqual(last.line, line))) last.end = i + 1;
    else result.push({ start: i, end: i + 1, line });
  });
  return result;
}
