import { SUPPLIED } from '../../property/supplied';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { textOf } from '../text-of';

/** How the model's title is written: its noun first, no full stop, not too long. */
export const titles: Check<LookedSheet> = {
  codes: ['title without its noun', 'title with a full stop', 'title too long'],
  look(sheet) {
    const { facts, resources, rules } = sheet;
    const title = textOf(SUPPLIED.title, facts, resources);
    if (!title) return [];
    const place = placePrinting(SUPPLIED.title, sheet);
    const findings: Finding[] = [];
    const { nouns } = limitsOf(rules, 'title without its noun');
    const better = nounFirst(title, nouns);
    if (better !== title)
      findings.push(noticed('title without its noun', better === undefined ? { title } : { title, better }, place));
    if (/[^.]\.$/.test(title))
      findings.push(noticed('title with a full stop', { title, better: title.slice(0, -1) }, place));
    const { most } = limitsOf(rules, 'title too long');
    const length = [...title].length;
    if (length > most) findings.push(noticed('title too long', { title, length, most }, place));
    return findings;
  },
};

/**
 * A title with its noun first, as it is when it begins with one: *DRUM BARREL* as *BARREL, DRUM*. The noun is the last one before the first
 * comma. Undefined when no word of it is a noun of the list.
 */
export function nounFirst(title: string, nouns: readonly string[]): string | undefined {
  if (nouns.length === 0) return title;
  const known = new Set(nouns.map((noun) => noun.toLowerCase()));
  const isNoun = (word: string) => known.has(word.toLowerCase());
  const [head = '', ...rest] = title.split(',');
  const words = head.trim().split(/\s+/);
  // Some nouns are of two words.
  if (isNoun(words[0]!) || isNoun(words.slice(0, 2).join(' '))) return title;
  const at = words.findLastIndex(isNoun);
  if (at < 0) return undefined;
  const others = [...words.slice(0, at), ...words.slice(at + 1)].join(' ');
  const isCapital = /^\p{Lu}/u.test(title);
  const noun = words[at]!;
  const first = isCapital ? noun[0]!.toUpperCase() + noun.slice(1) : noun;
  const isAllCapitals = title === title.toUpperCase();
  const then = isAllCapitals ? others : others.toLowerCase();
  return [first, ` ${then}`, ...rest].join(',');
}
