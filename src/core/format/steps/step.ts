import { z } from 'zod';
import type { Outcome } from '../../refusal';
import type { FormatDocument } from '../document';
import type { Operation } from './operation';
import { PutBlock, putBlock } from './put-block';
import { SetCell, setCell } from './set-cell';
import { RenameFormat, SetMargins, SetZones, renameFormat, setMargins, setZones } from './set-sheet';
import { SetTrack, setTrack } from './set-track';

/** An edit as a JSON value: applied to a document, it gives a new one or the reason why not. */
export const Step = z.discriminatedUnion('op', [SetTrack, SetCell, SetMargins, SetZones, RenameFormat, PutBlock]);
export type Step = z.infer<typeof Step>;

const OPERATIONS: { [Op in Step['op']]: Operation<Extract<Step, { op: Op }>> } = {
  'set track': setTrack,
  'set cell': setCell,
  'set margins': setMargins,
  'set zones': setZones,
  'rename format': renameFormat,
  'put block': putBlock,
};

const operationOf = (step: Step) => OPERATIONS[step.op] as Operation<Step>;

/** Applies a step: the new document, sharing all that did not change, or the reason why it is refused. */
export function applyStep(document: FormatDocument, step: Step): Outcome<{ document: FormatDocument }> {
  return operationOf(step).apply(document, step);
}

/** The step in words, for the list of what can be undone. */
export function stepWords(before: FormatDocument, step: Step): string {
  return operationOf(step).words(before, step);
}
