import type { AskedValue, FormatDocument } from '@/core/format/document';
import { type Step, applyStep } from '@/core/format/steps/step';
import type { RevisionRow } from '@/core/revision/rows';

/** The document after steps that must all be taken. */
export function done(document: FormatDocument, ...steps: Step[]): FormatDocument {
  return steps.reduce((before, step) => {
    const outcome = applyStep(before, step);
    if (!outcome.ok) throw new Error(outcome.reason);
    return outcome.document;
  }, document);
}

/** An asked value that is a text nobody must answer, but for what is said. */
export const askedValue = (key: string, change: Partial<AskedValue> = {}): AskedValue => ({
  key,
  name: key,
  prompt: '',
  type: 'text',
  required: false,
  missing: { print: 'dash', report: true },
  ...change,
});

/** A revision as somebody might have made it, but for what is said. */
export const revisionRow = (revision: string, change: Partial<RevisionRow> = {}): RevisionRow => ({
  revision,
  zones: [],
  description: `Change ${revision}`,
  date: '2026-05-04',
  madeBy: 'Ines Sundqvist',
  ...change,
});
