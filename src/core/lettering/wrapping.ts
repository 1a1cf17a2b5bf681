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

/** Fills lines one after another, each as full as `width` allows; a word that is too long stands alone. */
export function fillLines(text: string, width: number, measure: (text: string) => number): Stretch[] {
  const lines: Stretch[] = [];
  for (const word of words(text)) {
    const line = lines.at(-1);
    if (line && measure(text.slice(line.from, word.to)) <= width) line.to = word.to;
    else lines.push({ ...word });
  }
  return lines;
}

/**
 * Breaks a paragraph into at most `count` lines so that the widest of them is as narrow as can be.
 * The width is found by bisection over {@link fillLines}, to a thousandth of the whole.
 */
export function evenLines(text: string, count: number, measure: (text: string) => number): Stretch[] {
  let wide = measure(text);
  let narrow = wide / count;
  let best = fillLines(text, wide, measure);
  for (let i = 0; i < 12; i++) {
    const width = (wide + narrow) / 2;
    const lines = fillLines(text, width, measure);
    if (lines.length <= count) {
      best = lines;
      wide = width;
    } else narrow = width;
  }
  return best;
}
