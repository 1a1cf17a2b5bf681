import { z } from 'zod';
import { counted } from '../counted';
import { type Finding, Place } from '../findings/finding';
import { findingWords } from '../findings/words';
import type { FormatDocument } from '../format/document';
import { linksByProperty } from '../format/usage';
import { SUPPLIED } from '../property/supplied';
import { projectionsOf } from '../view/placing';
import type { ProjectionState } from '../view/projected';
import type { ViewsToDraw } from '../view/to-draw';
import { askedBy, unanswered } from './asking';
import { type GoneFrom, goneWords } from './sheets';
import { type Signed, signedNames } from './signing';

/**
 * What a drawing lacks to be finished: an answer that must be given, who had a part in it, its first revision; a signature that is only
 * typed; what blocks on a sheet; a model, variant or size that is gone; views that are drawn coarsely or not at all.
 */
export const Lacking = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('answer'), name: z.string() }),
  z.object({ kind: z.literal('person'), name: z.string() }),
  z.object({ kind: z.literal('scale') }),
  z.object({ kind: z.literal('revision') }),
  z.object({ kind: z.literal('signature'), name: z.string(), by: z.string() }),
  z.object({ kind: z.literal('finding'), sheet: z.int(), words: z.string(), place: Place }),
  z.object({
    kind: z.literal('gone'),
    sheet: z.int(),
    model: z.string(),
    variant: z.string().optional(),
    remembered: z.boolean().optional(),
    size: z.object({ wanted: z.string(), printed: z.string() }).optional(),
  }),
  z.object({ kind: z.literal('coarse'), sheet: z.int(), views: z.int() }),
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
  drawing: Signed & Parameters<typeof lacksScale>[1],
): Lacking[] {
  const { answers, revisions } = drawing;
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
    ...(lacksScale(documents, drawing) ? [{ kind: 'scale' as const }] : []),
    ...(revised && revisions.length === 0 ? [{ kind: 'revision' as const }] : []),
    ...signedNames(documents, drawing).flatMap(({ name, by, signature }) =>
      signature ? [] : [{ kind: 'signature' as const, name, by }],
    ),
  ];
}

/** A sheet of a drawing as it prints now. */
export interface PrintedSheet {
  /** Its number, from 1. */
  number: number;
  views?: ViewsToDraw | undefined;
  findings: readonly Finding[];
}

/** What is wrong on the sheets of a drawing before it is finished or written: what blocks, and views that are not there or only coarsely. */
export function lackingOnSheets(
  sheets: readonly PrintedSheet[],
  projections: ReadonlyMap<string, ProjectionState>,
): Lacking[] {
  return sheets.flatMap(({ number, views, findings }): Lacking[] => {
    const coarse = [...(views ? projectionsOf(views).keys() : [])].filter((key) => {
      const state = projections.get(key);
      return typeof state === 'object' && 'projected' in state && state.coarse === true;
    }).length;
    return [
      ...findings
        .filter(
          ({ weight, accepted, code }) => !accepted && (weight === 'blocks release' || code === 'view not to be seen'),
        )
        .map((one): Lacking => ({ kind: 'finding', sheet: number, words: findingWords(one), place: one.place })),
      ...(coarse > 0 ? [{ kind: 'coarse' as const, sheet: number, views: coarse }] : []),
    ];
  });
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
    case 'signature':
      return `${lacking.name}: “${lacking.by}” is typed, not signed.`;
    case 'finding':
      return `Sheet ${lacking.sheet}: ${lacking.words}`;
    case 'gone':
      return goneWords(lacking as GoneFrom);
    case 'coarse':
      return `Sheet ${lacking.sheet}: ${counted(lacking.views, 'view')} ${lacking.views === 1 ? 'is' : 'are'} drawn coarsely, from triangles.`;
  }
}
