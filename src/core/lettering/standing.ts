import type { LineInk } from './setting';

/** A stretch from low to high, mm. */
interface Span {
  from: number;
  to: number;
}

/** The room of a cell for lines of text, in mm from the lower left of the cell as the text runs. */
export interface TextRoom {
  /** Where lines stand by their advances and capitals: the cell less its insets and its caption. */
  across: Span;
  up: Span;
  /** What ink keeps to: the cell less a little clear of its lines and of its caption. */
  ink: { across: Span; up: Span };
  /** The height about which text stands in the middle. */
  middle: number;
}

/** Where text stands in its room. */
export interface Standing {
  across: 'left' | 'centre' | 'right';
  up: 'top' | 'middle' | 'base' | 'bottom';
}

/** Lines to be stood in a room: the distance of their base lines, the height of their capitals and the depth of a descender, mm. */
export interface LineSet {
  inks: readonly LineInk[];
  height: number;
  distance: number;
  descent: number;
}

/** Least distance between the ink of two lines as a share of their height. */
const BETWEEN_LINES = 0.05;

/** The distance of base lines, mm: the lettering's, or what the ink of the lines needs where that is more. */
export function baseLineDistance(inks: readonly LineInk[], height: number, lettered: number): number {
  let distance = lettered;
  for (let i = 0; i + 1 < inks.length; i++)
    distance = Math.max(distance, inks[i]!.below + inks[i + 1]!.above + BETWEEN_LINES * height);
  return distance;
}

/** The height that lines take with their ink: from the lowest ink or the last base line to the highest ink or the top of capitals, mm. */
export function inkExtent({ inks, height, distance }: LineSet): { below: number; above: number } {
  const last = inks.length - 1;
  let [below, above] = [0, height];
  inks.forEach((ink, i) => {
    below = Math.max(below, ink.below - (last - i) * distance);
    above = Math.max(above, ink.above - i * distance);
  });
  return { below, above };
}

/**
 * The base line of the first of some lines. Lines stand by their capitals, so that neighbours stand alike; they move, by no more than they
 * must, only where their ink would otherwise leave the room that is there for it.
 */
export function firstBaseLine(standing: Standing, lines: LineSet, room: TextRoom): number {
  const spread = (lines.inks.length - 1) * lines.distance;
  const { below, above } = inkExtent(lines);
  const meant = meantBaseLine(standing, lines, room, spread, below);
  return within(meant, room.ink.up.from + spread + below, room.ink.up.to - above);
}

function meantBaseLine({ up }: Standing, lines: LineSet, room: TextRoom, spread: number, below: number): number {
  switch (up) {
    case 'top':
      return room.up.to - lines.height;
    case 'middle':
      return room.middle + (spread - lines.height) / 2;
    case 'base':
      return room.up.from + spread;
    case 'bottom':
      return room.up.from + spread + Math.max(lines.descent, below);
  }
}

/** Room left (positive) or missing (negative) across the lines, mm: of their capitals, or of their ink where that is less. */
export function reserveAcross(lines: LineSet, room: TextRoom): number {
  const spread = (lines.inks.length - 1) * lines.distance;
  const { below, above } = inkExtent(lines);
  const { up, ink } = room;
  return Math.min(up.to - up.from - (lines.height + spread), ink.up.to - ink.up.from - (above + below + spread));
}

/** How far ink goes beyond the advances further than the insets leave it, mm, to the left and to the right. */
const beyondLeft = ({ before }: LineInk, { across, ink }: TextRoom) =>
  Math.max(0, before - (across.from - ink.across.from));
const beyondRight = ({ after }: LineInk, { across, ink }: TextRoom) => Math.max(0, after - (ink.across.to - across.to));

/** How much of the room of a line is taken because its ink reaches out further than its advances and the insets, mm. */
export const inkSides = (ink: LineInk, room: TextRoom): number => beyondLeft(ink, room) + beyondRight(ink, room);

/** Where a line of that width starts. */
export function lineStart({ across }: Standing, width: number, ink: LineInk, room: TextRoom): number {
  const { from, to } = room.across;
  const meant = across === 'left' ? from : across === 'right' ? to - width : (from + to - width) / 2;
  return within(meant, from + beyondLeft(ink, room), to - width - beyondRight(ink, room));
}

/** The value, moved as little as can be to lie between two others; left alone where nothing does. */
const within = (value: number, least: number, most: number): number =>
  least > most ? value : Math.max(least, Math.min(value, most));
