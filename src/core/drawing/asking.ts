import { proposedAnswer } from '../format/asked';
import { readValue } from '../property/reading-value';
import type { AskedValue, FormatDocument } from '../format/document';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import { resolveProperty } from '../property/resolving';
import { valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import type { Answers, DrawingData } from './drawing';

/** Everything that the formats of a drawing's sheets ask, each key once, in order; what its own format asks comes first. */
export function askedBy(documents: readonly FormatDocument[]): AskedValue[] {
  const byKey = new Map<string, AskedValue>();
  for (const one of documents.flatMap(({ asked }) => asked)) if (!byKey.has(one.key)) byKey.set(one.key, one);
  return [...byKey.values()];
}

/** Those of the asked values that have no answer. */
export const unanswered = (asked: readonly AskedValue[], answers: Answers): AskedValue[] =>
  asked.filter(({ key }) => answers[key] === undefined || answers[key] === '');

/**
 * Answers with what asked values propose put in where nothing is answered yet: today, me, a fixed value, or what a property has
 * for the drawing's model.
 */
export function withProposals(
  answers: Answers,
  asked: readonly AskedValue[],
  sources: { today: string; me: string; facts: Facts; properties: readonly PropertyDefinition[] },
): Answers {
  const { today, me, facts, properties } = sources;
  const resolve = (id: string) => {
    const property = properties.find((one) => one.id === id);
    return property && resolveProperty(property, facts, {}).value;
  };
  const filled = { ...answers };
  for (const one of unanswered(asked, answers)) {
    const proposed = proposedAnswer(one, { today, me, resolve });
    if (proposed !== undefined) filled[one.key] = proposed;
  }
  return filled;
}

/**
 * Checks what is to be kept of a drawing against the formats of its sheets: answers to what is asked, of their types, and
 * overruled values of links that may be overruled.
 *
 * @param before the answers that the drawing has: one to what is no longer asked is kept with it, since nothing that was typed is lost
 */
export function checkAnswers(
  documents: readonly FormatDocument[],
  { answers, overruled }: Pick<DrawingData, 'answers' | 'overruled'>,
  before: Answers,
): Outcome<object> {
  const asked = askedBy(documents);
  for (const [key, value] of Object.entries(answers)) {
    const one = asked.find((each) => each.key === key);
    if (!one && before[key] !== undefined && valueText(before[key]) === valueText(value)) continue;
    if (!one) return refuse(`Nobody is asked for “${key}” on this drawing.`);
    const read = readValue(one, valueText(value));
    if (!read.ok) return read;
  }
  const allowed = overrulable(documents);
  const wrong = Object.keys(overruled).find((property) => !allowed.has(property));
  return wrong === undefined ? { ok: true } : refuse(`The format does not let “${wrong}” be overruled on a drawing.`);
}

/** The properties whose linked values may be overruled on a drawing with sheets of these formats. */
export function overrulable(documents: readonly FormatDocument[]): Set<string> {
  return new Set(
    documents
      .flatMap(({ blocks }) => blocks.flatMap(({ cells }) => cells.flatMap(({ contents }) => contents)))
      .flatMap((content) => ('parts' in content ? content.parts : []))
      .flatMap((part) => (part.kind === 'linked' && part.overrulable ? [part.property] : [])),
  );
}
