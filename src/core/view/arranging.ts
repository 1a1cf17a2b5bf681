import { type Box, type Point, inflated } from '../geometry/box';
import type { ProjectionAngle } from '../property/supplied';
import type { Side } from './direction';
import { freePlace, inItsMiddle } from './free-place';

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

/** What is about an area: the drawing space that it is part of, and what takes room in that. */
export interface Around {
  space: Box;
  taken: readonly Box[];
}

/**
 * Arranges views in an area: those that are seen from sides in projection with the front view, in first or third angle (ISO 5456-2);
 * others in a corner between them or at their right, wherever least room is taken; all spaced evenly. Where they do not fit so, those
 * that are in no projection stand wherever about the others room is.
 *
 * @param around absent: views stand in fields alone
 */
export function arranged(views: readonly ToArrange[], angle: ProjectionAngle, area: Box, around?: Around): Arrangement {
  const inOne = inFields(views, angle, area);
  return inOne.fits || !around ? inOne : (withFreeViews(views, angle, area, around) ?? inOne);
}

/** Where in an area views in projection stand, so that most room is left beside them: in its middle, at its sides, in its corners. */
const ANCHORS = [0.5, 0, 1].flatMap((x) => [0.5, 0, 1].map((y) => ({ x, y })));

/** Views in projection in an area, and each of the others where about them room is; undefined where one finds none. */
function withFreeViews(
  views: readonly ToArrange[],
  angle: ProjectionAngle,
  area: Box,
  { space, taken }: Around,
): Arrangement | undefined {
  const aligned = views.filter(({ from }) => from);
  const free = views.filter(({ from }) => !from).sort((a, b) => b.width * b.height - a.width * a.height);
  if (free.length === 0) return undefined;
  const blocks = taken.map((box) => inflated(box, AT_BORDER));
  const room = inflated(space, -AT_BORDER);
  for (const anchor of ANCHORS) {
    const { middles, fits } = inFields(aligned, angle, area, anchor);
    if (!fits) return undefined;
    const boxes = aligned.map((view) => boxOf(view, middles.get(view.id)!));
    const others = (own?: Box) => [
      ...blocks,
      ...boxes.filter((box) => box !== own).map((box) => inflated(box, BETWEEN)),
    ];
    for (const { width, height, above } of free) {
      const place = freePlace({ width, height: height + above }, room, others());
      if (place) boxes.push(place);
    }
    if (boxes.length < views.length) continue;
    // Once all have a place each goes to the middle of its room.
    free.forEach((_, i) => {
      const at = aligned.length + i;
      boxes[at] = inItsMiddle(boxes[at]!, room, others(boxes[at]));
    });
    const placed = free.map(({ id, width, height }, i): [string, Point] => {
      const { x, y } = boxes[aligned.length + i]!;
      return [id, { x: x + width / 2, y: y + height / 2 }];
    });
    return { middles: new Map([...middles, ...placed]), fits: true };
  }
  return undefined;
}

const boxOf = ({ width, height, above }: ToArrange, { x, y }: Point): Box => ({
  x: x - width / 2,
  y: y - height / 2,
  width,
  height: height + above,
});

/**
 * Views in fields about the front view.
 *
 * @param anchor where they stand: 0 at the left or the bottom, as near to one another as may be; 0.5 spaced evenly; 1 at the right or the top
 */
function inFields(
  views: readonly ToArrange[],
  angle: ProjectionAngle,
  area: Box,
  anchor: Point = { x: 0.5, y: 0.5 },
): Arrangement {
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
  const across = spaced(tracks.columns, area.x, area.width, anchor.x);
  const up = spaced(tracks.rows, area.y, area.height, anchor.y);
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

/** The middles of tracks that are spaced evenly over a length, or stand together at one of its ends. */
function spaced(tracks: ReadonlyMap<number, [number, number]>, from: number, length: number, anchor: number) {
  const sizes = [...tracks.values()].reduce((sum, [before, behind]) => sum + before + behind, 0);
  const even = (length - sizes) / (tracks.size + 1);
  const isEven = anchor === 0.5;
  const between = Math.max(isEven ? Math.min(even, FARTHEST) : 0, tracks.size > 1 ? BETWEEN : 0);
  const left = length - sizes - between * (tracks.size - 1);
  let at = from + (isEven ? left / 2 : AT_BORDER + anchor * (left - 2 * AT_BORDER));
  const middles = new Map<number, number>();
  for (const [track, [before, behind]] of tracks) {
    middles.set(track, at + before);
    at += before + behind + between;
  }
  return { at: middles, fits: reach(tracks) <= length + 1e-6 };
}
