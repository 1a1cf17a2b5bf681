import { z } from 'zod';
import type { FormatDocument } from '../format/document';
import { linksByProperty } from '../format/usage';
import { SUPPLIED } from '../property/supplied';
import { askedBy, unanswered } from './asking';
import type { Answers } from './drawing';

/** What a drawing lacks to be finished: an answer that must be given, who had a part in it, its first revision. */
export const Lacking = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('answer'), name: z.string() }),
  z.object({ kind: z.literal('person'), name: z.string() }),
  z.object({ kind: z.literal('scale') }),
  z.object({ kind: z.literal('revision') }),
]);
export type Lacking = z.infer<typeof Lacking>;

const PERSONS = [SUPPLIED.createdBy, SUPPLIED.checkedBy, SUPPLIED.approvedBy] as const;
const NAMES: Record<(typeof PERSONS)[number], string> = {
  [SUPPLIED.createdBy]: 'Created by',
  [SUPPLIED.checkedBy]: 'Checked by',
  [SUPPLIED.approvedBy]: 'Approved by',
};

/**
 * What is missing before a drawing is finished: required answers; who drew, checked and approved, where its formats print or ask for
 * that; a scale, where they print it; a revision, where they print it or list revisions. A drawing is finished all the same when somebody says why.
 */
export function lackingToFinish(
  documents: readonly FormatDocument[],
  {
    answers,
    revisions,
    ...scales
  }: { answers: Answers; revisions: readonly unknown[] } & Parameters<typeof lacksScale>[1],
): Lacking[] {
  const asked = askedBy(documents);
  const open = unanswered(asked, answers);
  const required = open.filter((one) => one.required);
  const printed = new Set(documents.flatMap((document) => [...linksByProperty(document).keys()]));
  const persons = PERSONS.flatMap((id): Lacking[] => {
    const one = asked.find(({ key, property = key }) => property === id);
    const isOpen = one ? open.includes(one) : printed.has(id) && isEmpty(answers[id]);
    return isOpen && !(one && required.includes(one)) ? [{ kind: 'person', name: one?.name ?? NAMES[id] }] : [];
  });
  const revised =
    printed.has(SUPPLIED.revision) ||
    documents.some(({ blocks }) => blocks.some(({ grow }) => grow?.rows === 'revisions'));
  return [
    ...required.map(({ name }): Lacking => ({ kind: 'answer', name })),
    ...persons,
    ...(lacksScale(documents, scales) ? [{ kind: 'scale' as const }] : []),
    ...(revised && revisions.length === 0 ? [{ kind: 'revision' as const }] : []),
  ];
}

/** Whether a scale is printed that nobody has chosen yet, for the drawing or for a sheet of it; views bring their own. */
export function lacksScale(
  documents: readonly FormatDocument[],
  { scale, sheets }: { scale: string; sheets: readonly { scale?: string | undefined; views?: unknown }[] },
): boolean {
  return (
    scale === '' &&
    sheets.some((sheet) => sheet.scale === undefined && sheet.views === undefined) &&
    documents.some((document) => linksByProperty(document).has(SUPPLIED.scale))
  );
}

const isEmpty = (value: unknown): boolean => value === undefined || value === '';

/** What is lacking, in words. */
export function lackingWords(lacking: Lacking): string {
  switch (lacking.kind) {
    case 'answer':
      return `${lacking.name} must be answered.`;
    case 'person':
      return `${lacking.name} is empty.`;
    case 'scale':
      return 'The scale is not chosen.';
    case 'revision':
      return 'There is no revision yet.';
  }
}
