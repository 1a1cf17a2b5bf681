import type { Box } from '../geometry/box';
import type { Turn } from '../geometry/placing';
import { type LineLook, lookOf } from './border';
import { type Field, type Grid, boxOf } from './faces';
import { isDrawn, isOfFrame } from './networks';
import type { Stroke } from './strokes';

/** One stretch of a line of a block that differs from the others of its kind: behind which track it lies and along which one. */
export interface OwnEdge {
  axis: 'column' | 'row';
  /** 0 before the first track. */
  line: number;
  at: number;
  look: LineLook | 'hidden';
}

/** A block's tracks, cells and lines in its own directions: columns from the left and rows from the top as its texts run. */
export interface BlockGrid {
  box: Box;
  turn: Turn;
  /** Sizes, mm. */
  columns: number[];
  rows: number[];
  cells: { field: Field; box: Box }[];
  lines: { outline: LineLook; inside: LineLook; edges: OwnEdge[] };
  /** Figures that its lines are made of. */
  sources: Set<number>;
}

/** A stretch of a grid line between two fields. */
interface Edge {
  axis: 'column' | 'row';
  line: number;
  at: number;
  isOutline: boolean;
  isDrawn: boolean;
  look: LineLook;
  length: number;
}

/** A grid as a block that is turned so that its texts run to the right. */
export function blockGrid(grid: Grid, turn: Turn): BlockGrid {
  const { xs, ys, faces } = grid;
  const [across, down] = [xs.length - 1, ys.length - 1];
  const widths = xs.slice(1).map((x, i) => x - xs[i]!);
  const heights = ys.slice(1).map((y, i) => ys[i]! - y);
  const sources = new Set<number>();
  const edges = edgesIn(grid, sources).map((edge) => turnedEdge(edge, turn, across, down));
  const outline = usual(edges.filter((one) => one.isOutline && one.isDrawn));
  const inside = usual(edges.filter((one) => !one.isOutline && one.isDrawn)) ?? outline;
  const black: LineLook = { ink: '#000000' };
  const own = edges.flatMap(({ axis, line, at, isOutline, isDrawn: drawn, look }): OwnEdge[] => {
    const common = isOutline ? outline : inside;
    if (!drawn) return [{ axis, line, at, look: 'hidden' }];
    return common && sameLook(common, look) ? [] : [{ axis, line, at, look }];
  });
  const upright = turn === 90 || turn === 270;
  return {
    box: { x: xs[0]!, y: ys.at(-1)!, width: xs.at(-1)! - xs[0]!, height: ys[0]! - ys.at(-1)! },
    turn,
    columns: upright ? (turn === 90 ? heights.toReversed() : heights) : turn === 180 ? widths.toReversed() : widths,
    rows: upright ? (turn === 90 ? widths : widths.toReversed()) : turn === 180 ? heights.toReversed() : heights,
    cells: faces
      .map((field) => ({ field: turnedField(field, turn, across, down), box: boxOf(grid, field) }))
      .sort((a, b) => a.field.row - b.field.row || a.field.column - b.field.column),
    lines: { outline: outline ?? inside ?? black, inside: inside ?? outline ?? black, edges: own },
    sources,
  };
}

function turnedField({ column, row, columnSpan, rowSpan }: Field, turn: Turn, across: number, down: number): Field {
  switch (turn) {
    case 0:
      return { column, row, columnSpan, rowSpan };
    case 180:
      return { column: across - column - columnSpan, row: down - row - rowSpan, columnSpan, rowSpan };
    case 90:
      return { column: down - row - rowSpan, row: column, columnSpan: rowSpan, rowSpan: columnSpan };
    case 270:
      return { column: row, row: across - column - columnSpan, columnSpan: rowSpan, rowSpan: columnSpan };
  }
}

function turnedEdge(edge: Edge, turn: Turn, across: number, down: number): Edge {
  const { axis, line, at } = edge;
  const isColumn = axis === 'column';
  switch (turn) {
    case 0:
      return edge;
    case 180:
      return { ...edge, line: (isColumn ? across : down) - line, at: (isColumn ? down : across) - 1 - at };
    case 90:
      return isColumn ? { ...edge, axis: 'row', at: down - 1 - at } : { ...edge, axis: 'column', line: down - line };
    case 270:
      return isColumn
        ? { ...edge, axis: 'row', line: across - line }
        : { ...edge, axis: 'column', at: across - 1 - at };
  }
}

function edgesIn({ xs, ys, onX, onY, face }: Grid, sources: Set<number>): Edge[] {
  const edges: Edge[] = [];
  const [across, down] = [xs.length - 1, ys.length - 1];
  const add = (
    axis: Edge['axis'],
    line: number,
    at: number,
    strokes: readonly Stroke[],
    from: number,
    to: number,
    isOutline: boolean,
  ) => {
    const pieces = strokes.flatMap((one) => one.pieces).filter((one) => one.from < to - 1e-6 && one.to > from + 1e-6);
    const own = pieces.filter((one) => !isOfFrame(one));
    for (const { source } of own) sources.add(source);
    const drawn = isDrawn(strokes, from, to);
    // A side that the frame alone draws has no look of its own.
    if (drawn && own.length === 0) return;
    const clipped = own.map((one) => ({ ...one, from: Math.max(from, one.from), to: Math.min(to, one.to) }));
    edges.push({ axis, line, at, isOutline, isDrawn: drawn, look: lookOf(clipped), length: to - from });
  };
  for (let line = 0; line <= across; line++)
    for (let row = 0; row < down; row++) {
      const isOutline = line === 0 || line === across;
      if (isOutline || face[row]![line - 1] !== face[row]![line])
        add('column', line, row, onX[line]!, ys[row + 1]!, ys[row]!, isOutline);
    }
  for (let line = 0; line <= down; line++)
    for (let column = 0; column < across; column++) {
      const isOutline = line === 0 || line === down;
      if (isOutline || face[line - 1]![column] !== face[line]![column])
        add('row', line, column, onY[line]!, xs[column]!, xs[column + 1]!, isOutline);
    }
  return edges;
}

const sameLook = (a: LineLook, b: LineLook) => a.ink === b.ink && Math.abs((a.width ?? 0) - (b.width ?? 0)) < 0.01;

/** How most of the length of some edges looks. */
function usual(edges: readonly Edge[]): LineLook | undefined {
  return edges.length === 0 ? undefined : lookOf(edges.map(({ look, length }) => ({ from: 0, to: length, ...look })));
}
