import type { Grid } from './faces';
import { isOfFrame } from './networks';

/** A rectangle of fields that is one block. */
export interface Region {
  /** Columns from `left` up to `right`, rows from `upper` down to `lower`; the ends are lines. */
  left: number;
  right: number;
  upper: number;
  lower: number;
}

/** What a row of a region is to a table; told by the texts in it. */
export type IsHeading = (grid: Grid, row: number, region: Region) => boolean;

/**
 * Cuts the fields of a network into blocks: along lines that no cell crosses, where the outline steps, where lines of different blocks of
 * the drawing meet, and where a table with a heading begins or ends.
 */
export function regionsOf(grid: Grid, isHeading: IsHeading): Region[] {
  const whole = { left: 0, right: grid.xs.length - 1, upper: 0, lower: grid.ys.length - 1 };
  return cut(grid, whole, isHeading);
}

function cut(grid: Grid, given: Region, isHeading: IsHeading): Region[] {
  const region = shrunk(grid, given);
  if (!region) return [];
  const [first, second] = bestCut(grid, region, isHeading) ?? [];
  return first && second ? [...cut(grid, first, isHeading), ...cut(grid, second, isHeading)] : [region];
}

/** A region without the rows and columns at its edges that are outside. */
function shrunk({ face }: Grid, { left, right, upper, lower }: Region): Region | undefined {
  const isOut = (row: number, column: number) => face[row]![column] === -1;
  const rowOut = (row: number) => span(left, right).every((column) => isOut(row, column));
  const columnOut = (column: number) => span(upper, lower).every((row) => isOut(row, column));
  while (upper < lower && rowOut(upper)) upper++;
  while (lower > upper && rowOut(lower - 1)) lower--;
  while (left < right && columnOut(left)) left++;
  while (right > left && columnOut(right - 1)) right--;
  return upper === lower || left === right ? undefined : { left, right, upper, lower };
}

const span = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i);

const outside = ({ face, xs, ys }: Grid, { left, right, upper, lower }: Region): number =>
  span(upper, lower).reduce(
    (sum, row) =>
      sum +
      span(left, right).reduce(
        (one, column) =>
          one + (face[row]![column] === -1 ? (xs[column + 1]! - xs[column]!) * (ys[row]! - ys[row + 1]!) : 0),
        0,
      ),
    0,
  );

function bestCut(grid: Grid, region: Region, isHeading: IsHeading): [Region, Region] | undefined {
  const { left, right, upper, lower } = region;
  const across = span(upper + 1, lower)
    .filter((row) => span(left, right).every((column) => !joined(grid, row - 1, column, row, column)))
    .map((row): [Region, Region] => [
      { ...region, lower: row },
      { ...region, upper: row },
    ]);
  const down = span(left + 1, right)
    .filter((column) => span(upper, lower).every((row) => !joined(grid, row, column - 1, row, column)))
    .map((column): [Region, Region] => [
      { ...region, right: column },
      { ...region, left: column },
    ]);
  const all = [...across, ...down];
  const out = outside(grid, region);
  if (out > 0) {
    const restOf = ([a, b]: [Region, Region]) =>
      [a, b].reduce((sum, one) => {
        const part = shrunk(grid, one);
        return sum + (part ? outside(grid, part) : 0);
      }, 0);
    const ranked = all.map((pair) => ({ pair, rest: restOf(pair) })).sort((a, b) => a.rest - b.rest);
    if (ranked[0] && ranked[0].rest < out - 1e-6) return ranked[0].pair;
  }
  return all.find((pair) => areOfDifferentBlocks(grid, pair)) ?? tableCut(grid, region, across, isHeading);
}

const joined = ({ face }: Grid, row: number, column: number, otherRow: number, otherColumn: number): boolean => {
  const [a, b] = [face[row]![column]!, face[otherRow]![otherColumn]!];
  return a >= 0 && a === b;
};

/** Names of the drawing's blocks whose lines lie within a region, those on its cut left out. */
function namesIn(grid: Grid, region: Region, other: Region): Set<string> | undefined {
  const { left, right, upper, lower } = region;
  const [x1, x2, y1, y2] = [grid.xs[left]!, grid.xs[right]!, grid.ys[lower]!, grid.ys[upper]!];
  const names = new Set<string>();
  const note = (axis: 'x' | 'y', lines: readonly number[]) => {
    const [strokes, from, to] = axis === 'x' ? [grid.onX, y1, y2] : [grid.onY, x1, x2];
    for (const line of lines)
      for (const stroke of strokes[line]!)
        for (const piece of stroke.pieces) {
          const reach = Math.min(piece.to, to) - Math.max(piece.from, from);
          if (!isOfFrame(piece) && reach > 0.5 * (piece.to - piece.from)) names.add(piece.within[0] ?? '');
        }
  };
  note(
    'x',
    span(left, right + 1).filter(
      (line) => !(line === right && other.left === right) && !(line === left && other.right === left),
    ),
  );
  note(
    'y',
    span(upper, lower + 1).filter(
      (line) => !(line === lower && other.upper === lower) && !(line === upper && other.lower === upper),
    ),
  );
  return names.has('') || names.size === 0 ? undefined : names;
}

function areOfDifferentBlocks(grid: Grid, [a, b]: [Region, Region]): boolean {
  const [one, other] = [namesIn(grid, a, b), namesIn(grid, b, a)];
  return one !== undefined && other !== undefined && [...one].every((name) => !other.has(name));
}

/** The lines that cut a row of a region into cells, without those of other rows. */
function columnsIn({ face }: Grid, row: number, { left, right }: Region): string {
  return span(left, right)
    .filter((column) => column === left || face[row]![column] !== face[row]![column - 1])
    .join(' ');
}

/** The cut at the far end of a table, which goes on from its heading as long as rows have its columns. */
function tableCut(
  grid: Grid,
  region: Region,
  cuts: readonly [Region, Region][],
  isHeading: IsHeading,
): [Region, Region] | undefined {
  const { upper, lower } = region;
  const isRow = (row: number) =>
    span(region.left, region.right).every((column) => grid.faces[grid.face[row]![column]!]?.rowSpan === 1);
  for (const heading of span(upper, lower)) {
    if (!isRow(heading) || !isHeading(grid, heading, region)) continue;
    const columns = columnsIn(grid, heading, region);
    const alike = (row: number) =>
      row >= upper && row < lower && isRow(row) && columnsIn(grid, row, region) === columns;
    let [above, below] = [heading, heading];
    while (alike(above - 1)) above--;
    while (alike(below + 1)) below++;
    // A heading stands at one end of its rows; the longer side is the table's.
    const [from, to] = heading - above > below - heading ? [above, heading + 1] : [heading, below + 1];
    if (to - from < 2) continue;
    const at = cuts.find(([a]) => (to < lower && a.lower === to) || (to === lower && from > upper && a.lower === from));
    if (at) return at;
    const other = cuts.find(([a]) => from > upper && a.lower === from);
    if (other) return other;
  }
  return undefined;
}
