import { proposedAnswer } from '../format/asked';
import { readValue } from '../property/reading-value';
import type { AskedValue, FormatDocument } from '../format/document';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import { resolveProperty } from '../property/resolving';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import type { Answers } from './drawing';

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
 * The answers that are not to be kept by the formats of a drawing's sheets, each with the reason: what nobody asks, and what is not of
 * its type.
 *
 * @param before the answers that the drawing has: one to what is no longer asked is kept with it, since nothing that was typed is lost
 */
export function unsoundAnswers(
  documents: readonly FormatDocument[],
  answers: Answers,
  before: Answers,
): Record<string, string> {
  const asked = askedBy(documents);
  const wrong: Record<string, string> = {};
  for (const [key, value] of Object.entries(answers)) {
    if (before[key] !== undefined && valueText(before[key]) === valueText(value)) continue;
    const one = asked.find((each) => each.key === key);
    const read = one && readValue(one, valueText(value));
    if (!read) wrong[key] = `Nobody is asked for “${key}” on this drawing.`;
    else if (!read.ok) wrong[key] = read.reason;
  }
  return wrong;
}

/** Checks that only values of links are overruled that may be. */
export function checkOverruled(documents: readonly FormatDocument[], overruled: Answers): Outcome<object> {
  const allowed = overrulable(documents);
  const wrong = Object.keys(overruled).find((property) => !allowed.has(property));
  return wrong === undefined ? { ok: true } : refuse(`The format does not let “${wrong}” be overruled on a drawing.`);
}

/** Who signs is never overruled: a name stands there by a signature alone. */
const SIGNED = new Set<string>([SUPPLIED.checkedBy, SUPPLIED.approvedBy, SUPPLIED.revisionApprovedBy]);

/** The properties whose linked values may be overruled on a drawing with sheets of these formats. */
export function overrulable(documents: readonly FormatDocument[]): Set<string> {
  const linked = new Set(
    documents
      .flatMap(({ blocks }) => blocks.flatMap(({ cells }) => cells.flatMap(({ contents }) => contents)))
      .flatMap((content) => ('parts' in content ? content.parts : []))
      .flatMap((part) => (part.kind === 'linked' && part.overrulable ? [part.property] : [])),
  );
  return new Set([...linked].filter((property) => !SIGNED.has(property)));
}
