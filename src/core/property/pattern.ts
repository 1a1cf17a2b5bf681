/** True for a text that is a regular expression. */
export function isPattern(text: string): boolean {
  try {
    new RegExp(text, 'u');
    return true;
  } catch {
    return false;
  }
}

/** The longest text that is held against a pattern, characters. */
const LONGEST = 500;
/** Most ways of reading a text that a pattern may leave open: trying them all takes about a second. */
const MOST_WAYS = 2e8;

/** Patterns that were looked at: the same few are held against every sheet. */
const known = new Map<string, { trouble: string | undefined; form?: RegExp }>();
const MOST_KNOWN = 1000;

function readPattern(text: string) {
  let read = known.get(text);
  if (!read) {
    if (known.size >= MOST_KNOWN) known.clear();
    const trouble = troubleOf(text);
    read = trouble === undefined ? { trouble, form: new RegExp(`^(?:${text})$`, 'u') } : { trouble };
    known.set(text, read);
  }
  return read;
}

/** Why a pattern cannot be used, in words; undefined when it can. */
export const patternTrouble = (text: string): string | undefined => readPattern(text).trouble;

function troubleOf(text: string): string | undefined {
  if (!isPattern(text)) return 'This is not a regular expression.';
  if (waysOf(text) <= MOST_WAYS) return undefined;
  return 'Some texts could be read by this in more ways than can be tried: something repeated repeats itself, or too much of it may be of any length. Make it plainer.';
}

/** Whether a whole text has the form of a pattern. One that cannot be used is not held against anything. */
export function hasForm(text: string, pattern: string): boolean {
  if (text.length > LONGEST) return false;
  return readPattern(pattern).form?.test(text) ?? true;
}

/**
 * In how many ways, at most, a sound pattern can be laid over a text: what a matcher that goes back and tries again may have to try. What
 * follows multiplies, alternatives add, and what is repeated n times has its own ways to the power of n.
 */
function waysOf(pattern: string): number {
  let at = 0;
  const alternatives = (): number => {
    let ways = sequence();
    while (pattern[at] === '|') {
      at++;
      ways += sequence();
    }
    return ways;
  };
  const sequence = (): number => {
    let ways = 1;
    while (at < pattern.length && pattern[at] !== '|' && pattern[at] !== ')') ways *= repeated(atom());
    return ways;
  };
  const atom = (): number => {
    const first = pattern[at++];
    if (first === '(') {
      at += /^\?(?:[:=!]|<[=!]|<[^>]*>)?/.exec(pattern.slice(at))?.[0].length ?? 0;
      const ways = alternatives();
      at++;
      return ways;
    }
    if (first === '[') while (at < pattern.length && pattern[at++] !== ']') if (pattern[at - 1] === '\\') at++;
    if (first === '\\') at += /^(?:[pPu]\{[^}]*\}|k<[^>]*>|.)/su.exec(pattern.slice(at))?.[0].length ?? 1;
    return 1;
  };
  const repeated = (ways: number): number => {
    const repeat = /^(?:[*+?]|\{(\d+)(,(\d*))?\})\??/.exec(pattern.slice(at));
    if (!repeat) return ways;
    at += repeat[0].length;
    const [mark] = repeat[0];
    const least = mark === '{' ? Number(repeat[1]) : mark === '+' ? 1 : 0;
    const named = mark === '{' ? (repeat[2] === undefined ? least : repeat[3] ? Number(repeat[3]) : LONGEST) : LONGEST;
    const most = Math.min(mark === '?' ? 1 : named, LONGEST);
    return Math.max(1, most - least + 1) * ways ** most;
  };
  return alternatives();
}
