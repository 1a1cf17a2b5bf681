import type { Drawn, DrawnAttribute } from '../exchange/reading/drawn';
import type { Box, Point } from '../geometry/box';

/** A text as it stands on a sheet, put together from its pieces. Lengths in mm. */
export interface SheetText {
  /** The first of the figures it is made of: by it a correction names it. */
  id: number;
  sources: number[];
  text: string;
  /** Where its base line starts and which way it runs. */
  start: Point;
  width: number;
  height: number;
  turn: number;
  /** Which end of it is held, as far as the drawing says. */
  across: 'left' | 'centre' | 'right';
  letterWidth: number;
  slantDeg: number;
  bold: boolean;
  font: string;
  ink: string;
  attribute?: DrawnAttribute;
}

/** Stands where a drawing has no text and one will be. */
export const NO_TEXT: SheetText = {
  id: -1,
  sources: [],
  text: '',
  start: { x: 0, y: 0 },
  width: 0,
  height: 2.5,
  turn: 0,
  across: 'left',
  letterWidth: 1,
  slantDeg: 0,
  bold: false,
  font: '',
  ink: '#000000',
};

/** Width of a line of text at letter width 1, mm. */
export type Measure = (text: string, height: number, font: string) => number;

/** The texts of a drawing where they stand, each by itself. */
export function textsOf(drawn: readonly Drawn[], measure: Measure, taken: ReadonlySet<number>): SheetText[] {
  return drawn.flatMap((one, id): SheetText[] => {
    if (one.kind !== 'text' || taken.has(id)) return [];
    const { text, at, across, up, height, turn, letterWidth, slantDeg, bold, font, ink, attribute } = one;
    const shown = text === '' && attribute ? attribute.tag : text;
    const width = measure(shown, height, font) * letterWidth;
    const back = across === 'left' ? 0 : across === 'centre' ? width / 2 : width;
    const down = up === 'top' ? height : up === 'middle' ? height / 2 : up === 'bottom' ? -0.25 * height : 0;
    const start = along(at, turn, -back, -down);
    return [
      {
        id,
        sources: [id],
        text,
        start,
        width,
        height,
        turn,
        across,
        letterWidth,
        slantDeg,
        bold,
        font,
        ink,
        ...(attribute && { attribute }),
      },
    ];
  });
}

/** A point moved along and across the direction of a turn. */
export function along({ x, y }: Point, turn: number, by: number, up: number): Point {
  const [cos, sin] =
    turn % 90 === 0
      ? QUARTERS[((turn / 90) % 4) as 0 | 1 | 2 | 3]!
      : [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return { x: x + cos * by - sin * up, y: y + sin * by + cos * up };
}

const QUARTERS: readonly (readonly [number, number])[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
];

/** A point by which a text is told to be in a cell: near the end at which it is held, since its width depends on its font. */
export function placeOf({ start, turn, width, height, across }: SheetText): Point {
  const by =
    across === 'left'
      ? Math.min(width / 2, height)
      : across === 'right'
        ? Math.max(width / 2, width - height)
        : width / 2;
  return along(start, turn, by, height / 2);
}

/** The box of a text that stands at a right angle, else of its square around. */
export function textBox({ start, turn, width, height }: SheetText): Box {
  const corners = [
    start,
    along(start, turn, width, 0),
    along(start, turn, width, height),
    along(start, turn, 0, height),
  ];
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** How far a point lies along and above the base line of a text. */
export function from(text: SheetText, { x, y }: Point): { by: number; up: number } {
  const rad = (text.turn * Math.PI) / 180;
  const [dx, dy] = [x - text.start.x, y - text.start.y];
  return { by: dx * Math.cos(rad) + dy * Math.sin(rad), up: -dx * Math.sin(rad) + dy * Math.cos(rad) };
}

/** Widest gap between two pieces of one text, as a share of its height; and from where on one before a single letter is a space. */
const GAP = 1.3;
const SPACE = 0.45;

/** Texts of one place put together from their pieces: those that run on along one base line in one height. Attributes stay by themselves. */
export function joined(texts: readonly SheetText[]): SheetText[] {
  const whole: SheetText[] = [];
  for (const next of texts.toSorted(readingOrder)) {
    const last = next.attribute ? undefined : whole.find((one) => runsOn(one, next));
    if (!last) {
      whole.push({ ...next });
      continue;
    }
    const gap = from(last, next.start).by - last.width;
    // Pieces of several letters are words, whatever the font that they are measured in; letters by themselves tell by their distance.
    const isWord = next.text.trim().length > 1 ? gap > -1.2 * last.height : gap > SPACE * last.height;
    last.text += isWord && !/\s$/.test(last.text) ? ` ${next.text}` : next.text;
    last.width = Math.max(last.width, from(last, next.start).by + next.width);
    last.sources = [...last.sources, ...next.sources];
    last.across = last.across === next.across ? last.across : 'left';
  }
  return whole;
}

/** From top to bottom, then from left to right, as the texts run. */
export function readingOrder(a: SheetText, b: SheetText): number {
  if (a.turn !== b.turn) return a.turn - b.turn;
  const { by, up } = from(a, b.start);
  return Math.abs(up) > 0.5 * Math.min(a.height, b.height) ? up : -by;
}

function runsOn(text: SheetText, next: SheetText): boolean {
  if (text.attribute || text.turn !== next.turn || Math.abs(text.height - next.height) > 0.06 * text.height)
    return false;
  const { by, up } = from(text, next.start);
  const gap = by - text.width;
  return (
    Math.abs(up) < 0.12 * text.height &&
    gap < GAP * text.height &&
    gap > -(0.3 * text.height + 0.15 * text.width) &&
    by > 0
  );
}
