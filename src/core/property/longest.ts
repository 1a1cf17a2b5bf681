import { AS_NOTED, PREFERRED_SCALES } from '../sheet/scales';
import type { PropertyDefinition } from './definition';
import { SUPPLIED } from './supplied';
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

/** Length of a person's name where none is declared and none is on record, characters. */
const USUAL_NAME = 24;

/** A day of every month, so that the widest is among them when a month is written by its name. */
const DATES = Array.from({ length: 12 }, (_, i) => `2026-${String(i + 1).padStart(2, '0')}-28`);

/** A number of so many numerals, as far as a number can hold them. */
const numerals = (count: number): number => Number('8'.repeat(Math.min(count, 15)));

/**
 * The candidates for the longest on record: every value seen, and what else the property's kind may bring: yes and no, a day of every
 * month, and for a declared length a text of that length. What is one of a set is never anything else: a choice one of its choices, a
 * scale one of ISO 5455, a revision one of the names that were seen.
 * Which of them is the longest is decided on paper, by its width in the lettering where it stands.
 */
export function longestCandidates(property: PropertyDefinition, seen: readonly Value[]): readonly Value[] {
  const { id, type, choices } = property;
  if (type === 'choice' && choices && choices.length > 0) return choices;
  if (id === SUPPLIED.scale) return [...PREFERRED_SCALES, AS_NOTED];
  if (id === SUPPLIED.revision && seen.length > 0) return seen;
  return [...seen, ...mayBring(property, seen.length === 0)];
}

function mayBring(property: PropertyDefinition, isNew: boolean): readonly Value[] {
  const { type, length } = property;
  switch (type) {
    case 'choice':
      return [];
    case 'yes/no':
      return [true, false];
    case 'date':
      return DATES;
    case 'number':
      return length ? [numerals(length)] : [];
    case 'person':
      return length || isNew ? [tradeText(property, length ?? USUAL_NAME)] : [];
    case 'text':
      return length ? [tradeText(property, length)] : [];
    case 'picture':
      return [];
  }
}
