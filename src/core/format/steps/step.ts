import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import { type Outcome, refuse } from '../../refusal';
import type { FormatDocument } from '../document';
import { issueInWords } from '../issue-words';
import { sound } from '../soundness';
import type { Operation } from './operation';
import { SetAccepted, SetAsked, setAccepted, setAsked } from './asked-steps';
import { SetCell, setCell } from './set-cell';
import {
  AddBlock,
  OrderBlocks,
  RemoveBlock,
  SetBlock,
  addBlock,
  orderBlocks,
  removeBlock,
  setBlock,
} from './block-steps';
import { JoinCells, SplitCells, joinCells, splitCells } from './cell-steps';
import { SetLines, setLines } from './line-steps';
import {
  EvenTracks,
  InsertTrack,
  MoveTrack,
  RemoveTrack,
  ShareTrack,
  evenTracks,
  insertTrack,
  moveTrack,
  removeTrack,
  shareTrack,
} from './track-steps';
import { SetSheet, setSheet } from './set-sheet';
import { RenameFormat, SetMargins, SetZones, renameFormat, setMargins, setZones } from './set-sheet';
import { SetTrack, setTrack } from './set-track';

/** An edit as a JSON value: applied to a document, it gives a new one or the reason why not. */
const Single = z.discriminatedUnion('op', [
  SetTrack,
  InsertTrack,
  RemoveTrack,
  MoveTrack,
  EvenTracks,
  ShareTrack,
  SetCell,
  SplitCells,
  JoinCells,
  SetLines,
  AddBlock,
  RemoveBlock,
  SetBlock,
  OrderBlocks,
  SetMargins,
  SetZones,
  SetSheet,
  RenameFormat,
  SetAsked,
  SetAccepted,
]);
type Single = z.infer<typeof Single>;

/** Several steps as one: all are done or none. */
const Together = z.object({
  op: z.literal('together'),
  name: z.string().max(120),
  steps: z.array(Single).min(1).max(5000),
});

export const Step = z.discriminatedUnion('op', [...Single.options, Together]);
export type Step = z.infer<typeof Step>;

const OPERATIONS: { [Op in Single['op']]: Operation<Extract<Single, { op: Op }>> } = {
  'set track': setTrack,
  'insert track': insertTrack,
  'remove track': removeTrack,
  'move track': moveTrack,
  'even tracks': evenTracks,
  'share track': shareTrack,
  'set cell': setCell,
  'split cells': splitCells,
  'join cells': joinCells,
  'set lines': setLines,
  'add block': addBlock,
  'remove block': removeBlock,
  'set block': setBlock,
  'order blocks': orderBlocks,
  'set sheet': setSheet,
  'set margins': setMargins,
  'set zones': setZones,
  'rename format': renameFormat,
  'set asked': setAsked,
  'set accepted': setAccepted,
};

const operationOf = (step: Single) => OPERATIONS[step.op] as Operation<Single>;

/** What these change is nothing that another step builds on: of several in a row the last one is looked at. */
const LOOKS: ReadonlySet<Single['op']> = new Set(['set cell', 'set lines', 'set accepted', 'rename format']);

/**
 * Applies a step: the new document, sharing all that did not change, or the reason why it is refused. Every document that comes of it
 * has the shape of one, with all its bounds, and is sound. A step that changes nothing gives the document itself; what is no step at
 * all is refused.
 */
export function applyStep(document: FormatDocument, step: Step): Outcome<{ document: FormatDocument }> {
  const read = Step.safeParse(step);
  if (!read.success) return refuse(issueInWords(read.error, 'The step'));
  const steps = read.data.op === 'together' ? read.data.steps : [read.data];
  let current = document;
  for (const [i, one] of steps.entries()) {
    const outcome = operationOf(one).apply(current, one);
    if (!outcome.ok) return outcome;
    current = outcome.document;
    const next = steps[i + 1];
    if (next && LOOKS.has(one.op) && LOOKS.has(next.op)) continue;
    const looked = sound(current);
    if (!looked.ok) return looked;
  }
  return { ok: true, document: deepEqual(current, document) ? document : current };
}

/** Several steps as one to be done and undone together; a single one is itself. */
export function together(name: string, steps: readonly Step[]): Step {
  const singles = steps.flatMap((step) => (step.op === 'together' ? step.steps : [step]));
  return singles.length === 1 ? singles[0]! : { op: 'together', name: name.slice(0, 120), steps: singles };
}

/** The step in words, for the list of what can be undone. */
export function stepWords(before: FormatDocument, step: Step): string {
  return step.op === 'together' ? step.name : operationOf(step).words(before, step);
}
