import type { Box, Point } from '../geometry/box';
import type { ProjectionAngle } from '../property/supplied';
import type { Side } from './direction';

/** A view to be arranged, with its size on paper, mm. */
export interface ToArrange {
  id: string;
  /** Seen from a side, it stands in projection; else it stands where room is. */
  from?: Side | undefined;
  width: number;
  height: number;
  /** What stands above it: its title. */
  above: number;
}

/** Least distances, mm: between views, and from a view to the border of the area. */
export const BETWEEN = 15;
const AT_BORDER = 8;
/** Views stand no farther apart than that, however much room there is. */
const FARTHEST = 70;

type Field = readonly [column: number, row: number];

/** Fields about the front view, columns to the right and rows upward (ISO 5456-2, 5.1 and 5.2). */
const FIELDS: Record<ProjectionAngle, Record<Side, Field>> = {
  'first angle': { front: [0, 0], above: [0, -1], below: [0, 1], left: [1, 0], right: [-1, 0], rear: [2, 0] },
  'third angle': { front: [0, 0], above: [0, 1], below: [0, -1], left: [-1, 0], right: [1, 0], rear: [2, 0] },
};

/** Where a view that is in no projection is tried: beside those that are, so that it takes no room of its own; then at their right. */
const CORNERS: Record<ProjectionAngle, readonly Field[]> = {
  'first angle': [
    [1, -1],
    [-1, -1],
    [1, 1],
    [-1, 1],
  ],
  'third angle': [
    [1, 1],
    [-1, 1],
    [1, -1],
    [-1, -1],
  ],
};

interface Fielded extends ToArrange {
  field: Field;
}

interface Tracks {
  /** The columns and rows that hold anything, in order, each with how far it reaches before and behind its middle. */
  columns: Map<number, [number, number]>;
  rows: Map<number, [number, number]>;
}

export interface Arrangement {
  /** The middle of each view. */
  middles: ReadonlyMap<string, Point>;
  /** Whether they stand in the area at the least distances. */
  fits: boolean;
}

/**
 * Arranges views in an area: those that are seen from sides in projection with the front view, in first or third angle (ISO 5456-2);
 * others in a corner between them or at their right, wherever least room is taken; all spaced evenly.
 */
export function arranged(views: readonly ToArrange[], angle: ProjectionAngle, area: Box): Arrangement {
  const fielded: Fielded[] = [];
  const isTaken = ([column, row]: Field) => fielded.some(({ field }) => field[0] === column && field[1] === row);
  for (const view of views) {
    if (!view.from) continue;
    const [column, row] = FIELDS[angle][view.from];
    // A second one of a side, as a section beside it, stands the next one out; of the front to the right.
    const out: Field = column === 0 && row === 0 ? [1, 0] : [Math.sign(column), Math.sign(row)];
    let field: Field = [column, row];
    while (isTaken(field)) field = [field[0] + out[0], field[1] + out[1]];
    fielded.push({ ...view, field });
  }
  for (const view of views) {
    if (view.from) continue;
    const outermost = Math.max(0, ...fielded.map(({ field }) => field[0] + 1));
    const lowest = Math.min(0, ...fielded.map(({ field }) => field[1] - 1));
    const tried: Field[] = [...CORNERS[angle], [outermost, 0], [0, lowest]];
    const free = (fielded.length === 0 ? [[0, 0] as Field] : tried).filter((field) => !isTaken(field));
    const misses = free.map((field) => missing([...fielded, { ...view, field }], area));
    fielded.push({ ...view, field: free[misses.indexOf(Math.min(...misses))]! });
  }
  const tracks = tracksOf(fielded);
  const across = spaced(tracks.columns, area.x, area.width);
  const up = spaced(tracks.rows, area.y, area.height);
  return {
    middles: new Map(
      fielded.map(({ id, field: [column, row] }) => [id, { x: across.at.get(column)!, y: up.at.get(row)! }]),
    ),
    fits: across.fits && up.fits,
  };
}

function tracksOf(views: readonly Fielded[]): Tracks {
  const columns: Tracks['columns'] = new Map();
  const rows: Tracks['rows'] = new Map();
  const widen = (tracks: Map<number, [number, number]>, at: number, before: number, behind: number) => {
    const [a, b] = tracks.get(at) ?? [0, 0];
    tracks.set(at, [Math.max(a, before), Math.max(b, behind)]);
  };
  for (const { field, width, height, above } of views) {
    widen(columns, field[0], width / 2, width / 2);
    widen(rows, field[1], height / 2, height / 2 + above);
  }
  const inOrder = (tracks: Map<number, [number, number]>) => new Map([...tracks].sort(([a], [b]) => a - b));
  return { columns: inOrder(columns), rows: inOrder(rows) };
}

const reach = (tracks: ReadonlyMap<number, [number, number]>) =>
  [...tracks.values()].reduce((sum, [before, behind]) => sum + before + behind, 0) +
  (tracks.size - 1) * BETWEEN +
  2 * AT_BORDER;

/** How much more room views need than there is, the worse of both ways; what is left counts a little, so that the tightest is taken. */
function missing(views: readonly Fielded[], { width, height }: Box): number {
  const { columns, rows } = tracksOf(views);
  const [across, up] = [reach(columns) / width, reach(rows) / height];
  return Math.max(across, up) + 0.01 * (across + up);
}

/** The middles of tracks that are spaced evenly over a length. */
function spaced(tracks: ReadonlyMap<number, [number, number]>, from: number, length: number) {
  const sizes = [...tracks.values()].reduce((sum, [before, behind]) => sum + before + behind, 0);
  const even = (length - sizes) / (tracks.size + 1);
  const between = Math.max(Math.min(even, FARTHEST), tracks.size > 1 ? BETWEEN : 0);
  let at = from + (length - sizes - between * (tracks.size - 1)) / 2;
  const middles = new Map<number, number>();
  for (const [track, [before, behind]] of tracks) {
    middles.set(track, at + before);
    at += before + behind + between;
  }
  return { at: middles, fits: reach(tracks) <= length + 1e-6 };
}
