import type { Box } from '../geometry/box';
import { type Network, isDrawn } from './networks';
import { type Stroke, heaviest } from './strokes';

/** A rectangle of a grid by its fields: columns from the left, rows from the top. */
export interface Field {
  column: number;
  row: number;
  columnSpan: number;
  rowSpan: number;
}

/** The fields that a network of lines cuts a sheet into. */
export interface Grid {
  /** x of each column line from the left and y of each row line from the top, mm. */
  xs: number[];
  ys: number[];
  /** Strokes that lie on each column line and row line. */
  onX: Stroke[][];
  onY: Stroke[][];
  /** By row and column, the face that a field belongs to; −1 for a field outside. */
  face: number[][];
  faces: Field[];
}

/** Most fields of a grid: what has more is a drawing and no block. */
const MOST_FIELDS = 40_000;

/** Cuts a network into its grid. @returns undefined for one that encloses nothing, or has more lines than a block has */
export function gridOf(network: Network, tolerance: number): Grid | undefined {
  const columns = clustered(
    network.strokes.filter(({ axis }) => axis === 'upright'),
    tolerance,
  );
  const rows = clustered(
    network.strokes.filter(({ axis }) => axis === 'level'),
    tolerance,
  ).reverse();
  const [across, down] = [columns.length - 1, rows.length - 1];
  if (across < 1 || down < 1 || across * down > MOST_FIELDS) return undefined;
  const [xs, ys] = [columns.map(({ at }) => at), rows.map(({ at }) => at)];
  const [onX, onY] = [columns.map(({ strokes }) => strokes), rows.map(({ strokes }) => strokes)];
  const upright = (line: number, row: number) => isDrawn(onX[line]!, ys[row + 1]!, ys[row]!);
  const level = (line: number, column: number) => isDrawn(onY[line]!, xs[column]!, xs[column + 1]!);
  const right = Array.from({ length: down }, (_, row) =>
    Array.from({ length: across + 1 }, (_, line) => upright(line, row)),
  );
  const below = Array.from({ length: down + 1 }, (_, line) =>
    Array.from({ length: across }, (_, column) => level(line, column)),
  );
  const face = Array.from({ length: down }, () => Array<number>(across).fill(-2));
  const fill = (startRow: number, startColumn: number, value: number) => {
    const open: [number, number][] = [[startRow, startColumn]];
    face[startRow]![startColumn] = value;
    const fields: [number, number][] = [];
    const step = (row: number, column: number) => {
      if (row < 0 || row >= down || column < 0 || column >= across || face[row]![column] !== -2) return;
      face[row]![column] = value;
      open.push([row, column]);
    };
    for (let at = open.pop(); at; at = open.pop()) {
      const [row, column] = at;
      fields.push(at);
      if (!right[row]![column]) step(row, column - 1);
      if (!right[row]![column + 1]) step(row, column + 1);
      if (!below[row]![column]) step(row - 1, column);
      if (!below[row + 1]![column]) step(row + 1, column);
    }
    return fields;
  };
  for (let row = 0; row < down; row++) {
    if (!right[row]![0] && face[row]![0] === -2) fill(row, 0, -1);
    if (!right[row]![across] && face[row]![across - 1] === -2) fill(row, across - 1, -1);
  }
  for (let column = 0; column < across; column++) {
    if (!below[0]![column] && face[0]![column] === -2) fill(0, column, -1);
    if (!below[down]![column] && face[down - 1]![column] === -2) fill(down - 1, column, -1);
  }
  const faces: Field[] = [];
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      if (face[row]![column] !== -2) continue;
      for (const rectangle of asRectangles(fill(row, column, -3))) {
        for (let r = rectangle.row; r < rectangle.row + rectangle.rowSpan; r++)
          face[r]!.fill(faces.length, rectangle.column, rectangle.column + rectangle.columnSpan);
        faces.push(rectangle);
      }
    }
  return faces.length === 0 ? undefined : { xs, ys, onX, onY, face, faces };
}

/** Strokes by the line on which they lie, from low to high. */
function clustered(strokes: readonly Stroke[], tolerance: number): { at: number; strokes: Stroke[] }[] {
  const sorted = strokes.toSorted((a, b) => a.at - b.at);
  const lines: { at: number; strokes: Stroke[] }[] = [];
  for (const stroke of sorted) {
    const last = lines.at(-1);
    if (last && stroke.at - last.strokes[0]!.at <= tolerance) last.strokes.push(stroke);
    else lines.push({ at: 0, strokes: [stroke] });
  }
  for (const line of lines) line.at = heaviest(line.strokes.map(({ at, from, to }) => ({ at, weight: to - from })));
  return lines;
}

/** Fields that hang together as rectangles: one where they are one, else as few as going row by row gives. */
function asRectangles(fields: readonly [row: number, column: number][]): Field[] {
  const open = new Set(fields.map(([row, column]) => `${row} ${column}`));
  const sorted = fields.toSorted((a, b) => a[0] - b[0] || a[1] - b[1]);
  const found: Field[] = [];
  for (const [row, column] of sorted) {
    if (!open.has(`${row} ${column}`)) continue;
    let columnSpan = 1;
    while (open.has(`${row} ${column + columnSpan}`)) columnSpan++;
    let rowSpan = 1;
    const isWhole = (r: number) =>
      Array.from({ length: columnSpan }, (_, i) => open.has(`${r} ${column + i}`)).every(Boolean);
    while (isWhole(row + rowSpan)) rowSpan++;
    for (let r = row; r < row + rowSpan; r++)
      for (let c = column; c < column + columnSpan; c++) open.delete(`${r} ${c}`);
    found.push({ row, column, rowSpan, columnSpan });
  }
  return found;
}

/** A region of a grid by itself, without lines that part nothing in it. Fields outside the network become faces of their own. */
export function cropped(
  { xs, ys, onX, onY, face }: Grid,
  { left, right, upper, lower }: { left: number; right: number; upper: number; lower: number },
): Grid {
  const indexes = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i);
  let next = Math.max(-1, ...face.flat()) + 1;
  const inner = face.map((row) => row.map((id) => (id === -1 ? next++ : id)));
  const wasOut = (row: number, column: number) => face[row]![column] === -1;
  const columns = indexes(left, right).filter(
    (line) =>
      line === left ||
      indexes(upper, lower).some(
        (row) => inner[row]![line] !== inner[row]![line - 1] && !(wasOut(row, line) && wasOut(row, line - 1)),
      ),
  );
  const rows = indexes(upper, lower).filter(
    (line) =>
      line === upper ||
      indexes(left, right).some(
        (column) =>
          inner[line]![column] !== inner[line - 1]![column] && !(wasOut(line, column) && wasOut(line - 1, column)),
      ),
  );
  const faces: Field[] = [];
  const known = new Map<number, number>();
  const own = rows.map((row, r) =>
    columns.map((column, c) => {
      const id = inner[row]![column]!;
      let at = known.get(id);
      if (at === undefined) {
        at = faces.length;
        known.set(id, at);
        faces.push({ row: r, column: c, rowSpan: 1, columnSpan: 1 });
      }
      const one = faces[at]!;
      one.rowSpan = r - one.row + 1;
      one.columnSpan = c - one.column + 1;
      return at;
    }),
  );
  const pick = <T>(list: readonly T[], lines: readonly number[], last: number) =>
    [...lines, last].map((line) => list[line]!);
  return {
    xs: pick(xs, columns, right),
    ys: pick(ys, rows, lower),
    onX: pick(onX, columns, right),
    onY: pick(onY, rows, lower),
    face: own,
    faces,
  };
}

/** The box of a field on the sheet. */
export function boxOf({ xs, ys }: Pick<Grid, 'xs' | 'ys'>, { column, row, columnSpan, rowSpan }: Field): Box {
  const [x, y] = [xs[column]!, ys[row + rowSpan]!];
  return { x, y, width: xs[column + columnSpan]! - x, height: ys[row]! - y };
}
