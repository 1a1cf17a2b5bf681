/** A stretch of a paragraph: characters from `from` up to, not including, `to`; spaces at a break belong to no line. */
export interface Stretch {
  from: number;
  to: number;
}

/** The words of a paragraph: a break may stand at a space, after a hyphen and after a slash. */
function words(text: string): Stretch[] {
  const result: Stretch[] = [];
  for (const match of text.matchAll(/[^\s\-/]*[-/]+|[^\s\-/]+/g)) {
    result.push({ from: match.index, to: match.index + match[0].length });
  }
  return result.length > 0 ? result : [{ from: 0, to: text.length }];
}

/** A paragraph to be broken: its words, and the width of any stretch of it. */
interface Breakable {
  words: Stretch[];
  width(from: number, to: number): number;
}

/** Every character is measured once: sheet text has neither kerning nor ligatures, so widths add up. */
function breakable(text: string, measure: (text: string) => number): Breakable {
  const until = new Float64Array(text.length + 1);
  let at = 0;
  for (const character of text) {
    const width = until[at]! + measure(character);
    for (let i = 1; i <= character.length; i++) until[at + i] = width;
    at += character.length;
  }
  return { words: words(text), width: (from, to) => until[to]! - until[from]! };
}

/** Rounding of sums of widths, mm: a text that fits as a whole fits as the sum of its characters too. */
const ROUNDING = 1e-9;

function fill({ words, width: widthOf }: Breakable, width: number): Stretch[] {
  const lines: Stretch[] = [];
  for (const word of words) {
    const line = lines.at(-1);
    if (line && widthOf(line.from, word.to) <= width + ROUNDING) line.to = word.to;
    else lines.push({ ...word });
  }
  return lines;
}

/** Fills lines one after another, each as full as `width` allows; a word that is too long stands alone. */
export function fillLines(text: string, width: number, measure: (text: string) => number): Stretch[] {
  return fill(breakable(text, measure), width);
}

/**
 * Breaks a paragraph into at most `count` lines so that the widest of them is as narrow as can be.
 * The width is found by bisection over {@link fillLines}, to a thousandth of the whole.
 */
export function evenLines(text: string, count: number, measure: (text: string) => number): Stretch[] {
  const paragraph = breakable(text, measure);
  let wide = paragraph.width(0, text.length);
  let narrow = wide / count;
  let best = fill(paragraph, wide);
  for (let i = 0; i < 12; i++) {
    const width = (wide + narrow) / 2;
    const lines = fill(paragraph, width);
    if (lines.length <= count) {
      best = lines;
      wide = width;
    } else narrow = width;
  }
  return best;
}
