import type { PropertyDefinition } from './definition';
import type { Value } from './value';

/** Trade words of usual widths, from which a text of a declared length is made; fixed, so that proofs repeat. */
const TRADE_WORDS: Record<string, readonly string[]> = {
  person: ['Wilhelmina', 'Montgomery-Hawthorne', 'Bartholomew', 'Vandermeulen', 'Maximiliana', 'Huddlestone'],
  text: ['WELDMENT', 'MOUNTING', 'BRACKET', 'COMMUTATOR', 'HOUSING', 'WITH', 'MAGNETIC', 'DAMPER', 'AND', 'GUARD'],
};

/** A text of exactly `length` characters made from trade words for the property's type. */
export function tradeText(property: Pick<PropertyDefinition, 'type'>, length: number): string {
  const words = TRADE_WORDS[property.type] ?? TRADE_WORDS.text!;
  let text = '';
  for (let i = 0; text.length < length; i++) text += (i > 0 ? ' ' : '') + words[i % words.length]!;
  // A cut in the middle of a word may end in a space, which prints narrower than what it stands for.
  return text.slice(0, length).replace(/ $/, 'M');
}

/**
 * The candidates for the longest on record: every value seen, and for a declared length a text of that length.
 * Which of them is the longest is decided on paper, by its width in the lettering where it stands.
 */
export function longestCandidates(property: PropertyDefinition, seen: readonly Value[]): Value[] {
  const textual = property.type === 'text' || property.type === 'person';
  if (property.type === 'choice') return [...seen, ...(property.choices ?? [])];
  return textual && property.length ? [...seen, tradeText(property, property.length)] : [...seen];
}
