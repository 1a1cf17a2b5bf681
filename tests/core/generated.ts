import fc from 'fast-check';

/** Texts of eight languages with what reaches high, low and far: accents, tails, marks without a composed letter. */
export const TEXTS = [
  'Prüfgerät für Ölkühlergehäuse, Größe 3', 'ÄÖÜß', // German
  'Arrêt d’ÉTAGÈRE ÇÀ plaqué', 'Éjecteur à œillet', // French
  'Łożysko ślizgowe, część górna', 'ŻÓŁĆ', // Polish
  'Příruba ložiska, ČÁST Ů', 'Ďůlčík', // Czech
  'Άξονας οδοντωτού τροχού', 'ΈΛΞΗ ψφ', // Greek
  'Фланец подшипника', 'ЙОД щуп', // Russian
  'Gövde bağlantı ŞİŞE ığdır', 'Çelik flanş', // Turkish
  'Ống nối Ế Ẫ Ộ', 'Vòng đệm dạ ợ', // Vietnamese
  'Z̈ q̃ G̱ x̂', '⌀12 ±0,1 (jpgqy) [Q]', 'fiffl jj @ $ %', 'WWW', 'j', // marks, signs
]; // prettier-ignore

/**
 * With how many cases something is tried, or with which: the first in `npm test`, the second with ZONOGRAPH_CASES=all, which takes
 * several times as long.
 */
export const cases = <T, U>(few: T, all: U): T | U => (process.env.ZONOGRAPH_CASES === 'all' ? all : few);

/** Values drawn by lot. */
export interface Lot {
  /** From 0 to below 1. */
  next(): number;
  below(n: number): number;
  of<T>(list: readonly T[]): T;
  is(share: number): boolean;
}

/** A lot that gives the same again for the same seed (mulberry32). */
export function seeded(seed: number): Lot {
  let state = seed;
  const next = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (n: number) => Math.floor(next() * n);
  return { next, below, of: (list) => list[below(list.length)]!, is: (share) => next() < share };
}

/**
 * Seeds for the pieces that a case is made of, one a piece (a step, a cell): fast-check prints them, and makes a failing case smaller by leaving
 * pieces out.
 */
export const seeds = (most: number): fc.Arbitrary<number[]> =>
  fc.array(fc.nat(2 ** 31 - 1), { minLength: 1, maxLength: most, size: 'max' });
