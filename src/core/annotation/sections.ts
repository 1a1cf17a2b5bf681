import { letterName, lettersWithout } from '../alphabet';
import type { Point } from '../geometry/box';
import type { ProfileDocument } from '../profile/document';
import type { Primitive } from '../scene/scene';
import { type Drafting, along, centredText, line, roleLook, textWidth } from './drafting';
import { arrowPoints } from './terminators';

/** The letter of a view, section or detail, counted from 0, without those that the office leaves out (ISO 128-3, 5). */
export const viewLetter = ({ views }: ProfileDocument, n: number): string =>
  letterName(lettersWithout([...views.omitted]), n);

/** The title of a section or a detail as the profile has it: *A–A*, *SECTION A–A*; *B*, *DETAIL B*. */
export const viewTitle = ({ views }: ProfileDocument, of: 'section' | 'detail', letter: string): string =>
  of === 'section'
    ? views.sectionTitle.replace(/A–A$/, () => `${letter}–${letter}`)
    : views.detailTitle.replace(/A$/, () => letter);

/** Draws a view's title over a point in its middle, with a scale that is not the sheet's. */
export function drawTitle(drafting: Drafting, middle: Point, title: string, scale?: string): Primitive[] {
  const look = drafting.profile.lettering.viewTitles;
  const bracketed = scale === undefined ? '' : `(${scale.replace(':', ' : ')})`;
  if (bracketed === '') return centredText(drafting, 'viewTitles', title, middle);
  if (drafting.profile.views.scale === 'beside the name')
    return centredText(drafting, 'viewTitles', `${title} ${bracketed}`, middle);
  return [
    ...centredText(drafting, 'viewTitles', title, { x: middle.x, y: middle.y + 0.85 * look.height }),
    ...centredText(drafting, 'viewTitles', bracketed, { x: middle.x, y: middle.y - 0.85 * look.height }, 'views.scale'),
  ];
}

/** How long the wide ends of a cutting plane are, in lettering heights of its letters. */
const WIDE_END = 1.2;

/**
 * A cutting plane (ISO 128-3, 8): its line of the profile's kind at the ends, narrow between them, arrows in the direction of view, the
 * letter beside each.
 *
 * @param from one end; the other is `to`
 * @param lookDeg the direction of view
 */
export function cuttingPlane(drafting: Drafting, from: Point, to: Point, lookDeg: number, letter: string): Primitive[] {
  const { profile } = drafting;
  const h = profile.lettering.sectionLetters.height;
  const deg = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  const wide = roleLook(drafting, 'cuttingPlane');
  const source = 'lines.roles.cuttingPlane.type';
  const [inFrom, inTo] = [along(from, deg, WIDE_END * h), along(to, deg + 180, WIDE_END * h)];
  const stroke = (a: Point, b: Point, narrow: boolean): Primitive => ({
    kind: 'line',
    from: a,
    to: b,
    ...(narrow ? { ...wide, width: roleLook(drafting, 'centre').width } : { ...wide, type: 'continuous' as const }),
    source,
  });
  const shaft = 2 * profile.terminators.length;
  const half = textWidth(drafting, letter, profile.lettering.sectionLetters) / 2;
  const arrow = (end: Point): Primitive[] => {
    const tail = along(end, lookDeg + 180, shaft);
    const head = along(end, lookDeg + 180, profile.terminators.length);
    const narrow = roleLook(drafting, 'dimension').width;
    return [
      { kind: 'line', from: tail, to: head, ...wide, type: 'continuous', width: narrow, source },
      // Directions of view are filled arrows, whatever dimension lines end in.
      { kind: 'fill', points: arrowPoints(drafting, end, lookDeg + 180), ink: wide.ink, layer: wide.layer, source },
      ...centredText(drafting, 'sectionLetters', letter, along(tail, lookDeg + 180, half + 1.5)),
    ];
  };
  return [
    stroke(from, inFrom, false),
    stroke(inFrom, inTo, true),
    stroke(inTo, to, false),
    ...arrow(from),
    ...arrow(to),
  ];
}

/**
 * A break line between two points (ISO 128-3, 12): freehand, as a smooth curve about the line, or straight with one zigzag in its middle.
 */
export function breakLine(drafting: Drafting, from: Point, to: Point): Primitive[] {
  const deg = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return breakPoints(drafting, from, to, deg).flatMap((point, i, points) =>
    i === 0 ? [] : [line(drafting, 'break', points[i - 1]!, point, 'lines.break')],
  );
}

/** The corners of a break line, which also bound what is cut away. */
export function breakPoints({ profile }: Drafting, from: Point, to: Point, deg: number): Point[] {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const at = (s: number, off: number) => along(along(from, deg, s * length), deg + 90, off);
  if (profile.lines.break === 'zigzag')
    return [at(0, 0), at(0.44, 0), at(0.48, 1.8), at(0.52, -1.8), at(0.56, 0), at(1, 0)];
  const steps = 24;
  return Array.from({ length: steps + 1 }, (_, i) => {
    const s = i / steps;
    // Two waves of unlike length that are nothing at the ends.
    return at(s, Math.sin(Math.PI * s) * (0.9 * Math.sin(5 * Math.PI * s) + 0.5 * Math.sin(9 * Math.PI * s + 1)));
  });
}
