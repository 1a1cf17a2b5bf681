import { isValid, parseISO } from 'date-fns';
import type { PropertyDefinition } from '../property/definition';
import { hasForm } from '../property/pattern';
import { knownUnit } from '../property/units';
import { type Value, asMeasure } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import type { AskedValue, Content } from './document';

/**
 * Reads what somebody typed as an answer: of the asked value's type, no longer than it may be, of its choices and pattern.
 * An empty text is no answer.
 *
 * @returns the value, or the reason why it is none, with what would be accepted
 */
export function readAnswer(asked: AskedValue, text: string): Outcome<{ value: Value | undefined }> {
  const typed = text.trim();
  if (typed === '') return { ok: true, value: undefined };
  const { name, length, choices, pattern } = asked;
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

function number({ name, quantity, unit }: AskedValue, typed: string): Outcome<{ value: Value }> {
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

/** What an asked value proposes when a drawing is made; undefined for nothing. */
export function proposedAnswer(
  asked: AskedValue,
  { today, me, resolve }: { today: string; me: string; resolve: (property: string) => Value | undefined },
): Value | undefined {
  const preset = asked.default;
  if (preset === 'today') return today;
  if (preset === 'me') return me;
  if (preset === undefined) return undefined;
  return 'value' in preset ? preset.value : resolve(preset.property);
}

const keysIn = new WeakMap<readonly Content[], string[]>();

/** The keys of the asked values that contents print: as asked ones, or linked to under their key. Kept as long as they are. */
export function askedIn(contents: readonly Content[]): string[] {
  let keys = keysIn.get(contents);
  if (!keys) keysIn.set(contents, (keys = contents.flatMap(askedInOne)));
  return keys;
}

/** The keys that one content prints. */
export const askedInOne = (content: Content): string[] =>
  'parts' in content
    ? content.parts.flatMap((part) =>
        part.kind === 'asked' ? [part.asked] : part.kind === 'linked' ? [part.property] : [],
      )
    : [];

/**
 * A property of the dictionary as it is asked of the drafter. The answer stands under the property's id: every cell that is linked to
 * the property shows it.
 */
export function askedFor(property: PropertyDefinition): AskedValue {
  const { id, name, type, quantity, unit, display, length, choices, pattern } = property;
  const given = { quantity, unit, display, length, choices, pattern };
  return {
    key: id,
    name,
    prompt: `${name}?`,
    type,
    required: false,
    missing: { print: 'dash', report: true },
    ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
  };
}
