import { isValid, parseISO } from 'date-fns';
import { type Outcome, refuse } from '../refusal';
import type { PropertyDefinition } from './definition';
import { hasForm } from './pattern';
import { knownUnit } from './units';
import { type Value, asMeasure } from './value';

/** What a value is held to: that of a property, or of a question. */
export type Readable = Pick<
  PropertyDefinition,
  'name' | 'type' | 'length' | 'choices' | 'pattern' | 'quantity' | 'unit'
> & {
  /** How it is to be typed, said where it is of another form. */
  hint?: string | undefined;
};

/** The longest name of a person that is taken, in characters: as long as names of the office's people may be. */
const LONGEST_NAME = 120;

/**
 * Reads what somebody typed as a value: of the type that is asked for, no longer than it may be, of its choices and pattern.
 * An empty text is no value. A person's name may be longer than its property says (ISO 7200: 20 characters), which a rule book judges.
 *
 * @returns the value, or the reason why it is none, with what would be accepted
 */
export function readValue(asked: Readable, text: string): Outcome<{ value: Value | undefined }> {
  const typed = text.trim();
  if (typed === '') return { ok: true, value: undefined };
  const { name, choices, pattern } = asked;
  const length = asked.type === 'person' ? LONGEST_NAME : asked.length;
  if (length !== undefined && typed.length > length) {
    return refuse(`${name} takes ${length} characters; “${shortened(typed)}” has ${typed.length}.`);
  }
  if (pattern !== undefined && !hasForm(typed, pattern)) {
    return refuse(`“${shortened(typed)}” is not of the form that ${name} takes${asked.hint ? `: ${asked.hint}` : ''}.`);
  }
  switch (asked.type) {
    case 'number':
      return number(asked, typed);
    case 'date':
      return isDate(typed)
        ? { ok: true, value: typed }
        : refuse(`“${shortened(typed)}” is not a date. Type it as 2026-06-02.`);
    case 'yes/no':
      if (/^(yes|y|true)$/i.test(typed)) return { ok: true, value: true };
      return /^(no|n|false)$/i.test(typed) ? { ok: true, value: false } : refuse(`${name} takes yes or no.`);
    case 'choice': {
      const choice = choices?.find((one) => one.toLowerCase() === typed.toLowerCase());
      if (choice === undefined && choices && choices.length > 0)
        return refuse(`${name} takes ${choices.slice(0, 6).join(', ')}${choices.length > 6 ? ' …' : ''}.`);
      return { ok: true, value: choice ?? typed };
    }
    default:
      return { ok: true, value: typed };
  }
}

function number({ name, quantity, unit }: Readable, typed: string): Outcome<{ value: Value }> {
  const measure = asMeasure(typed);
  const example = unit ? `12.5 ${unit}` : '12.5';
  if (!measure) return refuse(`“${shortened(typed)}” is not a number. ${name} takes for example ${example}.`);
  const given = measure.unit ?? unit;
  if (quantity && given) {
    const known = knownUnit(given);
    if (known?.quantity !== quantity)
      return refuse(`“${given}” is not a unit of ${quantity}. ${name} takes for example ${example}.`);
  }
  return { ok: true, value: given === undefined ? measure.value : { value: measure.value, unit: given } };
}

const isDate = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text));
const shortened = (text: string) => (text.length > 32 ? `${text.slice(0, 31)}…` : text);
