import { letterName, lettersWithout } from '../alphabet';

/**
 * The first `count` zone letters in order; after the last single letter AA, AB … by the same alphabet (ISO 5457, 5.3).
 */
export function zoneLetters(count: number, omit: readonly string[] = ['I', 'O']): string[] {
  const letters = lettersWithout(omit);
  return Array.from({ length: count }, (_, i) => letterName(letters, i));
}

/** The first `count` zone numerals in order, from 1. */
export function zoneNumerals(count: number): string[] {
  return Array.from({ length: count }, (_, i) => String(i + 1));
}
