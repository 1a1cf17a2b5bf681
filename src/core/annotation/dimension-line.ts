import type { Point } from '../geometry/box';
import type { Primitive } from '../scene/scene';
import { type DimensionSpec, type LaidText, dimensionText } from './dimension-text';
import { type Drafting, along, line } from './drafting';
import { originCircle, terminator } from './terminators';

/** The direction in which a text on a line is read: from below or from the right of the sheet (ISO 129-1, 5.4.2). */
export function readingDeg(deg: number): number {
  const turned = ((((deg + 90) % 180) + 180) % 180) - 90;
  // A text straight up is read from the right.
  return turned <= -90 + 1e-9 ? 90 : turned;
}

/** A linear dimension: what it measures between, along which direction, and where its line stands. */
export interface LinearDimension {
  from: Point;
  to: Point;
  /** The direction of the dimension line, degrees. */
  alongDeg: number;
  /** A point that the dimension line goes through. */
  through: Point;
  spec: DimensionSpec;
}

/** A linear dimension with its extension lines, terminators and text (ISO 129-1, 5 and 6). */
export function linearDimension(drafting: Drafting, dimension: LinearDimension): Primitive[] {
  const { alongDeg, through, spec } = dimension;
  const level = across(through, alongDeg);
  const ends = [dimension.from, dimension.to]
    .map((feature) => ({ feature, end: along(feature, alongDeg + 90, level - across(feature, alongDeg)) }))
    .sort((a, b) => reach(a.end, alongDeg) - reach(b.end, alongDeg));
  const [start, end] = ends as [(typeof ends)[number], (typeof ends)[number]];
  return [
    ...ends.flatMap(({ feature, end: foot }) => extensionLine(drafting, feature, foot)),
    ...dimensionLine(drafting, start.end, end.end, alongDeg, spec),
  ];
}

const across = ({ x, y }: Point, deg: number) => -x * sin(deg) + y * cos(deg);
const reach = ({ x, y }: Point, deg: number) => x * cos(deg) + y * sin(deg);
const sin = (deg: number) => Math.sin((deg * Math.PI) / 180);
const cos = (deg: number) => Math.cos((deg * Math.PI) / 180);

/** From the gap at the outline to the overshoot beyond the dimension line; nothing where that leaves no line. */
export function extensionLine({ profile, fonts }: Drafting, feature: Point, foot: Point): Primitive[] {
  const { gap, overshoot } = profile.dimensionLines;
  const length = Math.hypot(foot.x - feature.x, foot.y - feature.y);
  if (length <= gap) return [];
  const deg = (Math.atan2(foot.y - feature.y, foot.x - feature.x) * 180) / Math.PI;
  const from = along(feature, deg, gap);
  return [line({ profile, fonts }, 'extension', from, along(foot, deg, overshoot), 'dimensionLines.gap')];
}

/** How far a dimension line goes on outside when its arrows do not fit between its ends, in arrow lengths. */
const TAIL = 2;

/** A dimension line between two points, with its terminators and its text. */
export function dimensionLine(
  drafting: Drafting,
  start: Point,
  end: Point,
  alongDeg: number,
  spec: DimensionSpec,
): Primitive[] {
  const { profile } = drafting;
  const { length } = profile.terminators;
  const between = Math.hypot(end.x - start.x, end.y - start.y);
  const { row, below } = dimensionText(drafting, spec);
  const horizontal = profile.dimensionLines.direction === 'horizontal';
  const turnDeg = horizontal ? 0 : readingDeg(alongDeg);
  const room = between - 2 * length;
  const inLine = profile.dimensionLines.text === 'in the line';
  const { textGap } = profile.dimensionLines;
  const needs = alongExtent(inLine ? bothRows(row, below, textGap) : row, alongDeg, turnDeg);
  const textFits = needs + (inLine ? 2 * textGap : 0) <= (inLine ? room : between - length);
  const arrowsFit = between >= 2 * length + (inLine && textFits ? needs + 2 * textGap : 1);
  const tail = TAIL * length;
  const drawn: Primitive[] = [
    ...terminator(drafting, 'dimensions', start, alongDeg + (arrowsFit ? 0 : 180)),
    ...terminator(drafting, 'dimensions', end, alongDeg + (arrowsFit ? 180 : 0)),
  ];
  // Where the whole line runs, counted from its start.
  const from = arrowsFit ? 0 : -tail;
  const beyond = textFits ? 0 : needs + textGap + (arrowsFit ? length / 2 : 0);
  const to = between + (arrowsFit ? 0 : tail) + (textFits || inLine ? 0 : beyond);
  const at = (s: number) => along(start, alongDeg, s);
  const middle = textFits
    ? between / 2
    : between + (arrowsFit ? 0 : tail) + (arrowsFit ? length / 2 : 0) + textGap + needs / 2;
  const lineTo = (a: number, b: number) => line(drafting, 'dimension', at(a), at(b), 'lines.roles.dimension.type');
  if (inLine) {
    const half = needs / 2 + textGap;
    if (textFits) drawn.push(lineTo(from, middle - half), lineTo(middle + half, to));
    else drawn.push(lineTo(from, to));
    drawn.push(...placedAbout(at(middle), turnDeg, row, below, textGap));
    return drawn;
  }
  drawn.push(lineTo(from, to));
  drawn.push(...placedOver(at(middle), alongDeg, turnDeg, row, below, textGap));
  return drawn;
}

/** The room that a row takes up with the other unit's row beneath it. */
function bothRows(
  row: LaidText,
  below: LaidText | undefined,
  gap: number,
): Pick<LaidText, 'width' | 'above' | 'below'> {
  if (!below) return row;
  return {
    width: Math.max(row.width, below.width),
    above: row.above,
    below: row.below + gap + below.above + below.below,
  };
}

/** How much of the line's direction a text takes up. */
function alongExtent(row: Pick<LaidText, 'width' | 'above' | 'below'>, alongDeg: number, turnDeg: number): number {
  const angle = alongDeg - turnDeg;
  return Math.abs(row.width * cos(angle)) + Math.abs((row.above + row.below) * sin(angle));
}

/** A text whose middle is at a point; the other unit's row beneath, the two about the point together. */
function placedAbout(
  point: Point,
  turnDeg: number,
  row: LaidText,
  below: LaidText | undefined,
  gap: number,
): Primitive[] {
  const whole = row.above + row.below + (below ? gap + below.above + below.below : 0);
  const top = whole / 2;
  const place = (text: LaidText, up: number) =>
    text.draw(along(along(point, turnDeg, -text.width / 2), turnDeg + 90, up), turnDeg);
  return [
    ...place(row, top - row.above),
    ...(below ? place(below, top - row.above - row.below - gap - below.above) : []),
  ];
}

/** A text over a line, and the other unit's row under it; one that is not read along the line stands beside it. */
function placedOver(
  point: Point,
  alongDeg: number,
  turnDeg: number,
  row: LaidText,
  below: LaidText | undefined,
  gap: number,
): Primitive[] {
  const place = (text: LaidText, up: number) =>
    text.draw(along(along(point, turnDeg, -text.width / 2), turnDeg + 90, up), turnDeg);
  if (Math.abs(sin(alongDeg - turnDeg)) > 0.5) {
    // A level text beside an upright line: to its left, its middle at the line's.
    const left = along(point, 180, gap + row.width / 2);
    return placedAbout(left, turnDeg, row, below, gap);
  }
  return [...place(row, gap + row.below), ...(below ? place(below, -gap - below.above) : [])];
}

/** A stretch of chain dimensions: each from the end of the one before, on one line (ISO 129-1, 9.2). */
export function chainDimensions(
  drafting: Drafting,
  points: readonly Point[],
  alongDeg: number,
  through: Point,
  specs: readonly DimensionSpec[],
): Primitive[] {
  return specs.flatMap((spec, i) =>
    linearDimension(drafting, { from: points[i]!, to: points[i + 1]!, alongDeg, through, spec }),
  );
}

/**
 * Parallel dimensions from one origin (ISO 129-1, 9.3): the first line at the profile's distance from the outline, the further ones at
 * theirs.
 *
 * @param outline a point of the outline that the lines keep away from, on their side of it
 * @param side 1 when they stand to the left of the direction, −1 to its right
 */
export function parallelDimensions(
  drafting: Drafting,
  origin: Point,
  points: readonly Point[],
  alongDeg: number,
  outline: Point,
  side: 1 | -1,
  specs: readonly DimensionSpec[],
): Primitive[] {
  return points.flatMap((point, i) => {
    const through = along(outline, alongDeg + 90, side * levelOf(drafting, i));
    return linearDimension(drafting, { from: origin, to: point, alongDeg, through, spec: specs[i]! });
  });
}

/** How far the dimension line of a level is from the outline, mm: the first, then further ones. */
export const levelOf = ({ profile }: Drafting, level: number): number =>
  profile.dimensionLines.first + level * profile.dimensionLines.further;

/** Running dimensions from one origin (ISO 129-1, 9.4): one line with a circle where it begins, each size at its extension line. */
export function runningDimensions(
  drafting: Drafting,
  origin: Point,
  points: readonly Point[],
  alongDeg: number,
  through: Point,
  specs: readonly DimensionSpec[],
): Primitive[] {
  const { overshoot, textGap } = drafting.profile.dimensionLines;
  const level = across(through, alongDeg);
  const footOf = (point: Point) => along(point, alongDeg + 90, level - across(point, alongDeg));
  const start = footOf(origin);
  const far = points.map(footOf);
  const last = far.at(-1)!;
  const outward = Math.sign(level - across(origin, alongDeg)) || 1;
  const h = drafting.profile.lettering.dimensions.height;
  // Each size stands beyond its extension line and is read along it.
  const turnDeg = drafting.profile.dimensionLines.direction === 'horizontal' ? 0 : readingDeg(alongDeg + 90);
  const sized = (point: Point, spec: DimensionSpec): Primitive[] => {
    const { row, below } = dimensionText(drafting, spec);
    const beyond = overshoot + textGap;
    if (turnDeg === 0 && Math.abs(sin(alongDeg)) < 0.5) {
      const middle = along(point, alongDeg + 90, outward * (beyond + (row.above + row.below) / 2));
      return placedAbout(middle, 0, row, below, textGap);
    }
    const middle = along(point, alongDeg + 90, outward * (beyond + row.width / 2));
    const placed = along(middle, turnDeg + 90, -h / 2);
    return [
      ...row.draw(along(placed, turnDeg, -row.width / 2), turnDeg),
      ...(below
        ? below.draw(along(along(placed, turnDeg, -below.width / 2), turnDeg + 90, -textGap - h), turnDeg)
        : []),
    ];
  };
  const zero: DimensionSpec = { size: 0 };
  return [
    ...extensionLine(drafting, origin, start),
    ...points.flatMap((point, i) => extensionLine(drafting, point, far[i]!)),
    originCircle(drafting, start),
    line(drafting, 'dimension', start, last),
    ...far.flatMap((foot) => terminator(drafting, 'dimensions', foot, alongDeg + 180)),
    ...sized(start, zero),
    ...far.flatMap((foot, i) => sized(foot, specs[i]!)),
  ];
}
