/** The letters in use as zone letters: A–Z less the omitted ones (ISO 5457 and ASME Y14.1 omit I and O). */
function alphabet(omit: readonly string[]): string[] {
  return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].filter((letter) => !omit.includes(letter));
}

/**
 * The first `count` zone letters in order; after the last single letter AA, AB … by the same alphabet (ISO 5457, 5.3).
 */
export function zoneLetters(count: number, omit: readonly string[] = ['I', 'O']): string[] {
  const letters = alphabet(omit);
  return Array.from({ length: count }, (_, i) =>
    i < letters.length ? letters[i]! : letters[Math.floor(i / letters.length) - 1]! + letters[i % letters.length]!,
  );
}

/** The first `count` zone numerals in order, from 1. */
export function zoneNumerals(count: number): string[] {
  return Array.from({ length: count }, (_, i) => String(i + 1));
}
