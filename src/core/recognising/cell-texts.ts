import type { Box } from '../geometry/box';
import type { Turn } from '../geometry/placing';
import type { Dictionary } from './dictionary';
import { type SheetText, from, joined, readingOrder } from './texts';

/** The texts of one cell: its caption, and what else stands in it from top to bottom. */
export interface CellTexts {
  caption?: SheetText;
  content: SheetText[];
}

/** What somebody says that a text is: a caption, or what stands beside one. */
export type CaptionCorrections = Readonly<Record<number, 'caption' | 'content'>>;

const SAME = 0.05;

/** The height of most captions of a block: of texts that stand over a taller one in one cell, else of small ones in upper left corners. */
export function captionHeight(cells: readonly { box: Box; texts: readonly SheetText[] }[]): number | undefined {
  const over = cells.flatMap(({ texts }) => {
    const [first, second] = texts;
    return first &&
      second &&
      !first.attribute &&
      (second.attribute || second.height > first.height + SAME) &&
      first.height <= second.height + SAME
      ? [first.height]
      : [];
  });
  const inCorners = cells.flatMap(({ box, texts: [first] }) =>
    first && !first.attribute && box.height > 2.2 * first.height && isInUpperCorner(first, box) ? [first.height] : [],
  );
  return most(over.length > 0 ? over : inCorners.length > 1 ? inCorners : []);
}

function isInUpperCorner(text: SheetText, box: Box): boolean {
  const [x, y] = [text.start.x - box.x, box.y + box.height - text.start.y - text.height];
  return text.turn === 0 && x < 3 && x > -1 && y < 0.25 * box.height && y > -1;
}

function most(values: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const value of values)
    counts.set(Math.round(value * 20) / 20, (counts.get(Math.round(value * 20) / 20) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]?.[0];
}

/** The texts of a cell, its caption told from its content. */
export function textsInCell(
  box: Box,
  texts: readonly SheetText[],
  usual: number | undefined,
  dictionary: Dictionary,
  corrections: CaptionCorrections,
): CellTexts {
  const sorted = joined(texts).sort(readingOrder);
  const chosen = sorted.find(({ sources }) => sources.some((one) => corrections[one] === 'caption'));
  const allowed = sorted.filter(
    ({ sources, attribute }) => !attribute && !sources.some((one) => corrections[one] === 'content'),
  );
  const caption = chosen ?? captionAmong(box, sorted, allowed, usual, dictionary);
  return { ...(caption && { caption }), content: sorted.filter((one) => one !== caption) };
}

function captionAmong(
  box: Box,
  all: readonly SheetText[],
  allowed: readonly SheetText[],
  usual: number | undefined,
  dictionary: Dictionary,
): SheetText | undefined {
  const small = allowed.filter(({ height }) => usual !== undefined && Math.abs(height - usual) < 0.12 * usual + SAME);
  if (all.length > 1) {
    const [first] = small;
    const others = all.filter((one) => one !== first);
    if (
      first &&
      (others.some(({ height, attribute }) => attribute !== undefined || height > first.height + SAME) ||
        dictionary.named(first.text))
    )
      return first;
    // Without a usual height the first one is a caption when it is smaller than all others or names a property over them.
    const [upper] = allowed;
    if (
      upper &&
      upper === all[0] &&
      all.slice(1).every(({ height, attribute }) => attribute !== undefined || height > upper.height + SAME)
    )
      return upper;
    return undefined;
  }
  const [only] = small;
  return only && box.height > 2 * only.height && box.width > only.height && isAtTop(only, box) ? only : undefined;
}

/** Whether a text stands in the upper part of its cell, as it runs. */
function isAtTop(text: SheetText, box: Box): boolean {
  const { turn, height } = text;
  const middle = from(text, { x: box.x + box.width / 2, y: box.y + box.height / 2 }).up;
  const depth = turn === 90 || turn === 270 ? box.width : box.height;
  return middle < height / 2 - 0.12 * depth;
}

/** The turn of most texts, if it is a quarter turn. */
export function turnOf(texts: readonly SheetText[]): Turn {
  const counts = new Map<Turn, number>();
  for (const { turn, text } of texts) {
    const quarter = (((Math.round(turn / 90) * 90) % 360) + 360) % 360;
    if (Math.abs(turn - quarter) < 1 || Math.abs(turn - 360) < 1)
      counts.set(quarter as Turn, (counts.get(quarter as Turn) ?? 0) + text.length);
  }
  const [best] = [...counts].sort((a, b) => b[1] - a[1]);
  return best?.[0] ?? 0;
}
