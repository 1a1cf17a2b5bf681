import type { AskedValue, FormatDocument } from '../format/document';
import { type Person, peopleFor } from '../office/person';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import { AS_NOTED } from '../sheet/scales';
import { unanswered, withProposals } from './asking';
import { type Answers, drawingFacts } from './drawing';

/** How far a new drawing is: as it is made, or with everything answered by samples. */
export type Progress = 'made' | 'answered';

/** What a new drawing is made from. */
export interface Surroundings {
  /** Project, profile, organisation, today, locale, and what the drawn model gives. */
  facts: Facts;
  properties: readonly PropertyDefinition[];
  people: readonly Person[];
  /** Who makes it. */
  me: string;
  /** The number that it takes. */
  number: string;
}

/**
 * The facts and the scale of a new drawing on a format: exactly what somebody gets who makes one, before anything is answered and after.
 * Nothing of what a format is proved with is in them.
 */
export function newDrawing(
  document: FormatDocument,
  progress: Progress,
  { facts, properties, people, me, number }: Surroundings,
): { facts: Facts; scale?: string } {
  const { model, variant, drawing: _, ...surroundings } = facts;
  const given = { ...(model && { model }), ...(variant && { variant }) };
  const { today } = facts;
  const made = withProposals({}, document.asked, { today, me, facts: { ...surroundings, ...given }, properties });
  const answers = progress === 'made' ? made : { ...made, ...samples(document.asked, made, today, people) };
  return {
    facts: {
      ...drawingFacts(surroundings, given, { number, answers, overruled: {} }, document.asked),
      revisions: [],
    },
    ...(progress === 'answered' && { scale: AS_NOTED }),
  };
}

/** An answer to everything that is open: its sample, or something that it takes. */
function samples(asked: readonly AskedValue[], answers: Answers, today: string, people: readonly Person[]): Answers {
  return Object.fromEntries(
    unanswered(asked, answers).flatMap((one) => {
      const sample = sampleOf(one, today, people);
      return sample === undefined ? [] : [[one.key, sample] as const];
    }),
  );
}

function sampleOf(one: AskedValue, today: string, people: readonly Person[]): Answers[string] | undefined {
  if (one.sample !== undefined) return one.sample;
  if (one.type === 'person') return peopleFor(one.property ?? one.key, people)[0]?.name;
  if (one.type === 'choice') return one.choices?.[0];
  if (one.type === 'date') return today;
  if (one.type === 'yes/no') return true;
  return one.type === 'text' && one.pattern === undefined ? one.name : undefined;
}
