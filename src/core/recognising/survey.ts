import type { Box } from '../geometry/box';
import { contains, overlaps, right, top } from '../geometry/box';
import type { Drawn, DrawnSpace } from '../exchange/reading/drawn';
import { STANDARD_SIZES, type StandardSize } from '../sheet/sizes';
import { isInset, rectangles } from './rectangles';
import { strokesOf } from './strokes';

/** A sheet that a drawing seems to have: its box in mm from the drawing's own origin. */
export interface SheetFound {
  box: Box;
  /** The standard size that it is. */
  standard?: string;
  /** The rectangle that seems to be the frame, in the same coordinates. */
  frame?: Box;
  /** By what it was found. */
  by: 'its paper' | 'the outline' | 'the frame' | 'the extents' | 'a title block alone';
  /** From 0 to 1. */
  sure: number;
}

/** What is known of a space before its meaning is looked for. */
export interface Survey {
  /** Around all that is drawn, mm. */
  extents: Box;
  /** The sheets, the largest first; two or more where several are drawn beside one another. */
  sheets: SheetFound[];
}

/** Units that a drawing may be in when it does not say, by mm of one unit. */
export const UNITS_TO_TRY = [
  { name: 'millimetres', mmPerUnit: 1 },
  { name: 'inches', mmPerUnit: 25.4 },
  { name: 'centimetres', mmPerUnit: 10 },
  { name: 'metres', mmPerUnit: 1000 },
] as const;

/** Two sizes of paper are the same within this, mm. */
const SAME_SIZE = 0.6;
/** Tolerance of the lines that make up a frame, mm. */
const FRAME_TOLERANCE = 0.6;
/** Least side of a frame, mm. */
const LEAST_FRAME = 120;
/** A standard zone band outside the frame, mm (ISO 5457, 5.3; ASME Y14.1 has it about as deep). */
const BAND = 5;

/** The box around some figures. */
export function extentsOf(drawn: readonly Drawn[]): Box | undefined {
  let [left, bottom, r, t] = [Infinity, Infinity, -Infinity, -Infinity];
  const add = (x: number, y: number, reach = 0) => {
    left = Math.min(left, x - reach);
    r = Math.max(r, x + reach);
    bottom = Math.min(bottom, y - reach);
    t = Math.max(t, y + reach);
  };
  for (const one of drawn) {
    if (one.kind === 'line') {
      add(one.from.x, one.from.y);
      add(one.to.x, one.to.y);
    } else for (const { x, y, reach } of pointsOf(one)) add(x, y, reach);
  }
  return r < left ? undefined : { x: left, y: bottom, width: r - left, height: t - bottom };
}

/** Points that a figure reaches, with how far around them. */
export function pointsOf(one: Drawn): { x: number; y: number; reach?: number }[] {
  switch (one.kind) {
    case 'line':
      return [one.from, one.to];
    case 'arc':
      return [{ ...one.centre, reach: one.radius }];
    case 'run':
      return one.points;
    case 'fill':
      return one.outlines.flat();
    case 'text':
      return [one.at];
  }
}

/** The figures of a space in mm. */
export function inMm(
  drawn: readonly Drawn[],
  mmPerUnit: number,
  offset: { x: number; y: number } = { x: 0, y: 0 },
): Drawn[] {
  const at = ({ x, y }: { x: number; y: number }) => ({ x: x * mmPerUnit - offset.x, y: y * mmPerUnit - offset.y });
  const wide = (one: { wide?: number; width?: number }) =>
    one.wide === undefined ? {} : { width: one.wide * mmPerUnit };
  return drawn.map((one): Drawn => {
    switch (one.kind) {
      case 'line': {
        const { kind, layer, ink, within, type, width, wide: own } = one;
        const mm = own === undefined ? width : own * mmPerUnit;
        return {
          kind,
          layer,
          ink,
          within,
          type,
          from: at(one.from),
          to: at(one.to),
          ...(mm !== undefined && { width: mm }),
        };
      }
      case 'arc':
        return { ...one, ...wide(one), centre: at(one.centre), radius: one.radius * mmPerUnit };
      case 'run':
        return { ...one, ...wide(one), points: one.points.map(at) };
      case 'fill':
        return { ...one, outlines: one.outlines.map((outline) => outline.map(at)) };
      case 'text':
        return { ...one, at: at(one.at), height: one.height * mmPerUnit };
    }
  });
}

const same = (a: number, b: number, within = SAME_SIZE) => Math.abs(a - b) <= within;

/** The standard size of a width and height. */
export function standardOf(width: number, height: number): StandardSize | undefined {
  return STANDARD_SIZES.find((size) => same(size.width, width) && same(size.height, height));
}

/** The sheet of standard size whose frame, or whose zone border around the frame, a rectangle is. */
function byFrame(box: Box): { box: Box; size: StandardSize; frame?: Box } | undefined {
  for (const band of [0, BAND])
    for (const size of STANDARD_SIZES) {
      const { left, right: r, top: t, bottom } = size.margins;
      const [width, height] = [size.width - left - r + 2 * band, size.height - t - bottom + 2 * band];
      if (same(box.width, width) && same(box.height, height))
        return {
          box: { x: box.x - left + band, y: box.y - bottom + band, width: size.width, height: size.height },
          size,
          ...(band === 0 && { frame: box }),
        };
    }
  return undefined;
}

/**
 * Looks a space over: how large it is, and which sheets it shows: by its paper, by rectangles that have the size of a standard sheet or of
 * its frame, else by how far it reaches. A drawing that is smaller than any frame is a title block alone, in the corner of A3.
 *
 * @returns undefined for a space in which nothing is drawn
 */
export function surveyOf(space: DrawnSpace, mmPerUnit: number): Survey | undefined {
  let known = surveys.get(space);
  if (!known) surveys.set(space, (known = new Map()));
  if (!known.has(mmPerUnit)) known.set(mmPerUnit, survey(space, mmPerUnit));
  return known.get(mmPerUnit);
}

/** Spaces as they were looked over, by mm of their unit: each is asked about several times. */
const surveys = new WeakMap<DrawnSpace, Map<number, Survey | undefined>>();

/** Shortest line that may be part of a frame, mm: a drawing has thousands of shorter ones. */
const SHORTEST_PART = 10;

function survey(space: DrawnSpace, mmPerUnit: number): Survey | undefined {
  const bounds = extentsOf(space.drawn);
  if (!bounds) return undefined;
  const extents = scaled(bounds, mmPerUnit);
  const long = space.drawn.filter(
    (one) =>
      one.kind !== 'line' ||
      Math.abs(one.to.x - one.from.x) + Math.abs(one.to.y - one.from.y) > SHORTEST_PART / mmPerUnit,
  );
  const strokes = strokesOf(inMm(long, mmPerUnit), FRAME_TOLERANCE);
  const found = rectangles(strokes, LEAST_FRAME, FRAME_TOLERANCE);
  const apart: Box[] = [];
  for (const box of found)
    if (
      apart.length < 20 &&
      box.width * box.height > 0.5 * (apart[0]?.width ?? 0) * (apart[0]?.height ?? 0) &&
      !apart.some((one) => overlaps(one, box))
    )
      apart.push(box);
  const paper = space.paper && scaled(space.paper, mmPerUnit);
  const sheets = apart.map((outer) => sheetAround(outer, found, paper));
  if (sheets.length === 0) {
    const size = paper && standardOf(paper.width, paper.height);
    if (paper && size && contains(grown(paper, 1), extents))
      sheets.push({ box: paper, standard: size.id, by: 'its paper', sure: 0.8 });
    else if (extents.width < 260 && extents.height < 200) sheets.push(titleBlockAlone(extents));
    else sheets.push(around(extents, 'the extents', 0.3));
  }
  return { extents, sheets };
}

const scaled = (box: Box, by: number): Box => ({
  x: box.x * by,
  y: box.y * by,
  width: box.width * by,
  height: box.height * by,
});
const grown = (box: Box, by: number): Box => ({
  x: box.x - by,
  y: box.y - by,
  width: box.width + 2 * by,
  height: box.height + 2 * by,
});

function sheetAround(outer: Box, found: readonly Box[], paper: Box | undefined): SheetFound {
  const inner = (of: Box) =>
    found.find((one) => isInset(one, of, 0.8, 60) && one.width * one.height > 0.4 * of.width * of.height);
  // The outermost rectangle, the next one within it, and so on: the last of them is the frame.
  const chain = [outer];
  for (let next = inner(outer); next; next = inner(next)) chain.push(next);
  const frame = chain.at(-1)!;
  const size = standardOf(outer.width, outer.height);
  if (size) return { box: outer, standard: size.id, ...(chain.length > 1 && { frame }), by: 'the outline', sure: 0.95 };
  const isPaper =
    paper && contains(grown(paper, 0.5), outer) && paper.width < outer.width + 120 && paper.height < outer.height + 120;
  if (isPaper) {
    const standard = standardOf(paper.width, paper.height);
    if (standard) return { box: paper, standard: standard.id, frame, by: 'its paper', sure: 0.95 };
  }
  for (const one of [frame, ...chain]) {
    const match = byFrame(one);
    if (match)
      return { box: match.box, standard: match.size.id, frame: match.frame ?? frame, by: 'the frame', sure: 0.85 };
  }
  if (isPaper) return { box: paper, frame, by: 'its paper', sure: 0.7 };
  return { ...around(outer, 'the frame', 0.4), frame };
}

/** The smallest standard sheet around a box that leaves margins as a sheet has them, else a sheet of its own size. */
function around(box: Box, by: SheetFound['by'], sure: number): SheetFound {
  const fits = STANDARD_SIZES.filter(
    ({ width, height }) =>
      width >= box.width + 4 && height >= box.height + 4 && width <= box.width + 70 && height <= box.height + 70,
  ).sort((a, b) => a.width * a.height - b.width * b.height)[0];
  if (fits) {
    const [spareX, spareY] = [fits.width - box.width, fits.height - box.height];
    // ISO 5457 leaves 10 mm on the right and the more on the left, for filing.
    const left = fits.standard === 'iso' && spareX >= 25 ? spareX - 10 : spareX / 2;
    return {
      box: { x: box.x - left, y: box.y - spareY / 2, width: fits.width, height: fits.height },
      standard: fits.id,
      by,
      sure,
    };
  }
  return { box: grown(box, by === 'the extents' ? 0 : 10), by, sure: sure / 2 };
}

/** A3 with a title block in the lower right corner of its frame. */
function titleBlockAlone(extents: Box): SheetFound {
  const size = STANDARD_SIZES.find(({ id }) => id === 'iso-a3-landscape')!;
  return {
    box: {
      x: right(extents) + size.margins.right - size.width,
      y: extents.y - size.margins.bottom,
      width: size.width,
      height: size.height,
    },
    standard: size.id,
    by: 'a title block alone',
    sure: 0.5,
  };
}

/** How well a unit suits a space: 1 where a sheet of standard size comes of it, less the stranger its sheet would be. */
export function unitSuits(space: DrawnSpace, mmPerUnit: number): number {
  const survey = surveyOf(space, mmPerUnit);
  if (!survey) return 0;
  const { box, standard, by, sure } = survey.sheets[0]!;
  if (standard && by !== 'a title block alone' && by !== 'the extents') return sure;
  const longest = Math.max(box.width, box.height, top(survey.extents) - survey.extents.y);
  return by === 'a title block alone'
    ? survey.extents.width > 60
      ? 0.4
      : 0.05
    : longest > 150 && longest < 2600
      ? 0.2
      : 0.01;
}
