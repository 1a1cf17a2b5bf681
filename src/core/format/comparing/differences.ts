import { deepEqual } from 'fast-equals';
import { documentDefects } from '../defects';
import type { FormatDocument } from '../document';
import { blockPlaces } from './block-places';
import { listPlaces } from './list-places';
import type { Place, PropertyName } from './place';
import { settingPlaces } from './setting-places';

/** One place where two documents differ. */
export interface Difference {
  /** The place's key: stable within a comparison. */
  place: string;
  words: string;
  /** What each has there, in words. */
  mine: string;
  theirs: string;
  /** Which of the two changed it since the document both come from. */
  changedBy: 'me' | 'them' | 'both';
  /** Where on a sheet it is; absent for what is everywhere. */
  at?: Place['at'];
}

/**
 * The places where my document and theirs differ, and who changed each since `base`. Documents without a difference are the
 * same. `name` gives a property's name.
 */
export function differences(
  base: FormatDocument,
  mine: FormatDocument,
  theirs: FormatDocument,
  name: PropertyName,
): Difference[] {
  return placesOf(theirs, mine, name).flatMap((place): Difference[] => {
    const [m, t] = [place.of(mine), place.of(theirs)];
    if (deepEqual(m, t)) return [];
    const b = place.of(base);
    const changedBy = deepEqual(b, m) ? 'them' : deepEqual(b, t) ? 'me' : 'both';
    const texts = { mine: place.text(mine), theirs: place.text(theirs) };
    if (texts.mine === texts.theirs) {
      texts.mine += ` (${apart(m, t)})`;
      texts.theirs += ` (${apart(t, m)})`;
    }
    return [{ place: place.key, words: place.words, ...texts, changedBy, ...(place.at && { at: place.at }) }];
  });
}

/**
 * Theirs with my version of the chosen places.
 * @returns the document, and why it could not be kept as it is; nothing when it can
 */
export function withMine(
  theirs: FormatDocument,
  mine: FormatDocument,
  places: readonly string[],
): { document: FormatDocument; refused: string[] } {
  const document = placesOf(theirs, mine, () => undefined)
    .filter(({ key }) => places.includes(key))
    .reduce((joined, place) => place.taken(joined, mine), theirs);
  const refused = documentDefects(document).map(({ words }) => words);
  return { document, refused };
}

/** The places of two documents: together they are all that the two can differ in. */
const placesOf = (a: FormatDocument, b: FormatDocument, name: PropertyName): Place[] => [
  ...settingPlaces(),
  ...listPlaces(a, b),
  ...blockPlaces(a, b, name),
];

/** How many single values are named where two versions read the same at first sight. */
const NAMED = 3;

/** The single values in which one version of a place is apart from the other, in words: `height 3.5, case upper`. */
function apart(one: unknown, other: unknown): string {
  const values: string[] = [];
  const visit = (a: unknown, b: unknown, name: string) => {
    if (deepEqual(a, b)) return;
    if (typeof a === 'object' && a !== null) {
      const inB = (typeof b === 'object' && b !== null ? b : {}) as Record<string, unknown>;
      const keys = new Set([...Object.keys(a), ...Object.keys(inB)]);
      for (const key of keys)
        visit((a as Record<string, unknown>)[key], inB[key], /^\d+$/.test(key) ? name : inWords(key));
    } else values.push(`${name} ${a === undefined || a === null ? 'none' : String(a)}`.trim());
  };
  visit(one, other, '');
  const named = [...new Set(values)];
  return named.length > NAMED ? `${named.slice(0, NAMED).join(', ')} …` : named.join(', ');
}

/** A key of the document in words: `lettersAlong` is *letters along*, `slantDeg` *slant*. */
const inWords = (key: string) => key.replace(/Deg$/, '').replace(/[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`);
