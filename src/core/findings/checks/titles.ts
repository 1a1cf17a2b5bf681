import { SUPPLIED } from '../../property/supplied';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { textOf } from '../text-of';

/** How the model's title is written, where the sheet prints it: its noun first, no full stop, not too long. */
export const titles: Check<LookedSheet> = {
  codes: ['title without its noun', 'title with a full stop', 'title too long'],
  look(sheet) {
    const { facts, resources, rules } = sheet;
    const title = textOf(SUPPLIED.title, facts, resources);
    if (!title) return [];
    const place = placePrinting(SUPPLIED.title, sheet);
    if (place.cell === undefined) return [];
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

/** Words behind which a title goes on about something else: *SHAFT WITH KEY* is a shaft. */
const GOES_ON = new Set(['with', 'for', 'of', 'to', 'in', 'on', 'at', 'and', 'under', 'over', 'without']);

/**
 * A title with its noun first, as it is when it begins with one: *DRUM BARREL* as *BARREL, DRUM*. The noun is the last one of the words
 * before the first comma or preposition. Undefined when none of them is a noun of the list.
 */
export function nounFirst(title: string, nouns: readonly string[]): string | undefined {
  if (nouns.length === 0) return title;
  const known = new Set(nouns.map((noun) => noun.toLowerCase()));
  const isNoun = (words: readonly string[]) => known.has(words.join(' ').toLowerCase());
  const [head = '', ...rest] = title.split(',');
  const words = head.trim().split(/\s+/);
  const end = words.findIndex((word) => GOES_ON.has(word.toLowerCase()));
  const thing = end < 0 ? words : words.slice(0, end);
  // Some nouns are of two words.
  const at = thing.findLastIndex((_, i) => isNoun([thing[i]!]) || isNoun(thing.slice(i, i + 2)));
  if (at < 0) return undefined;
  const length = isNoun([thing[at]!]) ? 1 : 2;
  if (at === 0) return title;
  const noun = words.slice(at, at + length).join(' ');
  const others = [...words.slice(0, at), ...words.slice(at + length)].join(' ');
  const isAllCapitals = title === title.toUpperCase();
  const first = /^\p{Lu}/u.test(title) ? noun[0]!.toUpperCase() + noun.slice(1) : noun;
  return [first, ` ${isAllCapitals ? others : others.toLowerCase()}`, ...rest].join(',');
}
