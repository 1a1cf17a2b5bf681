/** How many words are proposed. */
const MOST = 60;

/**
 * Words that titles may have as their noun, with how many titles have them so, the most frequent first: the last word of what stands before the
 * first comma, and the word that a title with a comma begins with.
 */
export function nounsSeen(titles: readonly string[]): { word: string; titles: number }[] {
  const counts = new Map<string, number>();
  for (const title of titles) {
    const [head = '', ...rest] = title.split(',');
    const words = head.trim().toLowerCase().split(/\s+/).filter(isWord);
    const nouns = new Set([words.at(-1), ...(rest.length > 0 ? [words[0]] : [])]);
    for (const noun of nouns) if (noun !== undefined) counts.set(noun, (counts.get(noun) ?? 0) + 1);
  }
  return [...counts]
    .map(([word, times]) => ({ word, titles: times }))
    .sort((a, b) => b.titles - a.titles || (a.word < b.word ? -1 : 1))
    .slice(0, MOST);
}

const isWord = (word: string): boolean => /^\p{L}[\p{L}-]+$/u.test(word);
