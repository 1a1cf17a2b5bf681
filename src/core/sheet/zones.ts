import type { Box, Point } from '../geometry/box';
import { right, top } from '../geometry/box';
import { roundLength } from '../geometry/length';
import { zoneLetters, zoneNumerals } from './zone-labels';

/** One field of the grid reference along one axis: its label and its extent in mm on the sheet. */
export interface Zone {
  label: string;
  from: number;
  to: number;
}

/** The grid reference: columns by x from left to right, rows by y from bottom to top. */
export interface Zones {
  columns: Zone[];
  rows: Zone[];
}

export interface ZoneLabelling {
  /** Which axis carries letters; the other carries numerals. */
  lettersAlong: 'vertical' | 'horizontal';
  verticalRuns: 'down' | 'up';
  horizontalRuns: 'rightward' | 'leftward';
  omit: readonly string[];
}

export type ZoneRule =
  { kind: 'pitch'; pitch: number; corner: number } | { kind: 'count'; columns: number; rows: number };

/**
 * Cuts one axis into fields of `pitch` counted from the axis of symmetry of the trimmed sheet; the remainders go to
 * the corner fields. Per half axis there are round((half the trimmed size − corner) / pitch) fields, at least one
 * (ISO 5457, 5.3, with pitch 50 and corner 10).
 *
 * @returns the boundaries in mm from the frame's first edge to its last.
 */
export function pitchBoundaries(trimmed: number, from: number, to: number, pitch: number, corner: number): number[] {
  const centre = trimmed / 2;
  const perHalf = Math.max(1, Math.round((centre - corner) / pitch));
  const boundaries = [from];
  for (let i = 1 - perHalf; i < perHalf; i++) boundaries.push(roundLength(centre + i * pitch));
  boundaries.push(to);
  return boundaries;
}

/** Cuts the frame's edge into `count` fields of equal length (ASME Y14.1). */
export function countBoundaries(from: number, to: number, count: number): number[] {
  return Array.from({ length: count + 1 }, (_, i) =>
    i === count ? to : roundLength(from + ((to - from) * i) / count),
  );
}

/** The grid reference of a sheet: `trimmed` is the sheet's size, `frame` the drawing space. */
export function zonesOf(
  trimmed: { width: number; height: number },
  frame: Box,
  rule: ZoneRule,
  labelling: ZoneLabelling,
): Zones {
  const [xs, ys] =
    rule.kind === 'pitch'
      ? [
          pitchBoundaries(trimmed.width, frame.x, right(frame), rule.pitch, rule.corner),
          pitchBoundaries(trimmed.height, frame.y, top(frame), rule.pitch, rule.corner),
        ]
      : [countBoundaries(frame.x, right(frame), rule.columns), countBoundaries(frame.y, top(frame), rule.rows)];
  const letters = (count: number) => zoneLetters(count, labelling.omit);
  const vertical = labelling.lettersAlong === 'vertical';
  return {
    columns: label(xs, vertical ? zoneNumerals : letters, labelling.horizontalRuns === 'leftward'),
    rows: label(ys, vertical ? letters : zoneNumerals, labelling.verticalRuns === 'down'),
  };
}

function label(boundaries: number[], series: (count: number) => string[], reversed: boolean): Zone[] {
  const labels = series(boundaries.length - 1);
  if (reversed) labels.reverse();
  return labels.map((text, i) => ({ label: text, from: boundaries[i]!, to: boundaries[i + 1]! }));
}

/** The zone a point lies in, letter before numeral as drawings cite it (`C4`), or undefined outside the frame. */
export function zoneAt(zones: Zones, point: Point): string | undefined {
  const column = zones.columns.find((zone) => point.x >= zone.from && point.x <= zone.to);
  const row = zones.rows.find((zone) => point.y >= zone.from && point.y <= zone.to);
  if (!column || !row) return undefined;
  return /^[A-Z]/.test(row.label) ? row.label + column.label : column.label + row.label;
}
