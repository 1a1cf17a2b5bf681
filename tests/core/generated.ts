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

/** A generator of numbers that gives the same for the same seed (mulberry32). */
export function generator(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
