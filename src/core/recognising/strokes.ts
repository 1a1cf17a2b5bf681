import type { Drawn } from '../exchange/reading/drawn';
import type { LineType } from '../format/document';
import type { Point } from '../geometry/box';

/** A stretch of a drawn line on a stroke. */
export interface Piece {
  from: number;
  to: number;
  /** Where the line itself lies across the stroke. */
  at: number;
  width?: number | undefined;
  ink: string;
  type: LineType;
  /** Which of the figures it is. */
  source: number;
  within: readonly string[];
}

/** A level or upright line, mended from what is drawn nearly on it: mm on the sheet. */
export interface Stroke {
  axis: 'level' | 'upright';
  /** y of a level one, x of an upright one. */
  at: number;
  from: number;
  to: number;
  pieces: Piece[];
}

/** Widest bar that counts as a line that was drawn as a fill, mm. */
const WIDEST_LINE = 1.5;

/**
 * The level and upright lines of a drawing. Those that lie within the tolerance of one another are one (double lines), gaps below it are
 * closed; the stroke lies where most of its length is drawn. Narrow bars that are filled are lines as well.
 *
 * @param taken figures that are left out
 */
export function strokesOf(
  drawn: readonly Drawn[],
  tolerance: number,
  taken: ReadonlySet<number> = new Set(),
): Stroke[] {
  const level: Piece[] = [];
  const upright: Piece[] = [];
  drawn.forEach((figure, source) => {
    if (taken.has(source)) return;
    const line = straight(figure);
    if (!line) return;
    const { from, to, width, ink, type } = line;
    const [dx, dy] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
    // Slanted by no more than half the tolerance and a few hundredths of its length, it was meant level or upright.
    const skew = Math.min(dx, dy);
    if (Math.max(dx, dy) < 1e-6 || skew > tolerance / 2 || skew > 0.04 * Math.max(dx, dy)) return;
    const isLevel = dx > dy;
    const [a, b] = isLevel ? [from.x, to.x] : [from.y, to.y];
    const at = isLevel ? (from.y + to.y) / 2 : (from.x + to.x) / 2;
    const { within } = figure;
    (isLevel ? level : upright).push({
      from: Math.min(a, b),
      to: Math.max(a, b),
      at,
      width,
      ink,
      type,
      source,
      within,
    });
  });
  return [...merged(level, 'level', tolerance), ...merged(upright, 'upright', tolerance)];
}

/** Strokes without some figures; those that held one of them are put together anew. */
export function withoutFigures(strokes: readonly Stroke[], taken: ReadonlySet<number>, tolerance: number): Stroke[] {
  return strokes.flatMap((stroke) => {
    const left = stroke.pieces.filter(({ source }) => !taken.has(source));
    return left.length === stroke.pieces.length ? stroke : merged(left, stroke.axis, tolerance);
  });
}

/** A figure as one straight line, if it is one. */
function straight(
  figure: Drawn,
): { from: Point; to: Point; width?: number | undefined; ink: string; type: LineType } | undefined {
  if (figure.kind === 'line') return figure;
  if (figure.kind === 'run' && figure.points.length === 2) {
    const { points, ink, type, width } = figure;
    return { from: points[0]!, to: points[1]!, ink, type, ...(width !== undefined && { width }) };
  }
  if (figure.kind !== 'fill' || figure.outlines.length !== 1) return undefined;
  const [outline] = figure.outlines;
  const corners = outline!.filter((p, i) => {
    const before = outline![(i + outline!.length - 1) % outline!.length]!;
    return Math.hypot(p.x - before.x, p.y - before.y) > 1e-6;
  });
  if (corners.length !== 4) return undefined;
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const isBox = corners.every(
    ({ x, y }) => Math.min(x - left, right - x) < 1e-3 && Math.min(y - bottom, top - y) < 1e-3,
  );
  const [width, height] = [right - left, top - bottom];
  const thin = Math.min(width, height);
  if (!isBox || thin > WIDEST_LINE || Math.max(width, height) < 3 * thin) return undefined;
  const look = { width: thin, ink: figure.ink, type: 'continuous' as const };
  return width > height
    ? { from: { x: left, y: (bottom + top) / 2 }, to: { x: right, y: (bottom + top) / 2 }, ...look }
    : { from: { x: (left + right) / 2, y: bottom }, to: { x: (left + right) / 2, y: top }, ...look };
}

function merged(pieces: Piece[], axis: Stroke['axis'], tolerance: number): Stroke[] {
  const strokes: Stroke[] = [];
  const sorted = pieces.toSorted((a, b) => a.at - b.at);
  for (let start = 0; start < sorted.length;) {
    // One bundle: each lies within the tolerance of the first.
    let end = start + 1;
    while (end < sorted.length && sorted[end]!.at - sorted[start]!.at <= tolerance) end++;
    const bundle = sorted.slice(start, end).sort((a, b) => a.from - b.from);
    start = end;
    let open: Piece[] = [];
    let reach = -Infinity;
    const close = () => {
      if (open.length > 0) strokes.push(strokeOf(open, axis));
      open = [];
    };
    for (const piece of bundle) {
      if (piece.from > reach + tolerance) close();
      open.push(piece);
      reach = open.length === 1 ? piece.to : Math.max(reach, piece.to);
    }
    close();
  }
  return strokes;
}

function strokeOf(pieces: Piece[], axis: Stroke['axis']): Stroke {
  return {
    axis,
    at: heaviest(pieces.map(({ at, from, to }) => ({ at, weight: to - from }))),
    from: Math.min(...pieces.map(({ from }) => from)),
    to: Math.max(...pieces.map(({ to }) => to)),
    pieces,
  };
}

/** Where most of the length of some lines lies: the place of the longest among those that are the same to a thousandth. */
export function heaviest(places: readonly { at: number; weight: number }[]): number {
  const sums = new Map<number, { weight: number; at: number }>();
  for (const { at, weight } of places) {
    const key = Math.round(at * 1000);
    const sum = sums.get(key);
    if (sum) sum.weight += weight;
    else sums.set(key, { weight, at });
  }
  return [...sums.values()].reduce((best, one) => (one.weight > best.weight ? one : best)).at;
}

/** How much of a stretch of a stroke is drawn, mm. */
export function covered(stroke: Stroke, from: number, to: number): number {
  const spans = stroke.pieces
    .map((piece) => [Math.max(from, piece.from), Math.min(to, piece.to)] as const)
    .filter(([a, b]) => b > a)
    .sort((a, b) => a[0] - b[0]);
  let [sum, reach] = [0, -Infinity];
  for (const [a, b] of spans) {
    sum += Math.max(0, b - Math.max(a, reach));
    reach = Math.max(reach, b);
  }
  return sum;
}
