import type { FindingCode, FindingOf } from '../findings/finding';
import type { Repair } from '../findings/repair';
import type { Block, Cell, FormatDocument } from '../format/document';
import type { Facts } from '../property/facts';
import type { ProofRequest } from '../scene/proof';
import type { Report } from '../scene/report';
import type { Resources } from '../scene/resources';

/** A proof that repairs are held against: what is asked of it, and what it is filled from. */
export interface Proof {
  request: ProofRequest;
  facts: Facts;
}

/** A finding where it was noticed, for the ways that look for its repair. */
export interface Situation<C extends FindingCode = FindingCode> {
  finding: FindingOf<C>;
  document: FormatDocument;
  resources: Resources;
  proof: Proof;
  /** Of the first sheet of the proof. */
  report: Report;
  /** Gives ids that nothing of the document has. */
  newId: () => string;
}

/** One thing that may be done, in several forms, the least change first: the first one that mends the finding is offered. */
export type Way = readonly Repair[];

/** The ways in which findings of a kind may be mended, the least change first. They need not all mend it: they are tried. */
export type WaysOf<C extends FindingCode> = (situation: Situation<C>) => Way[];

/** The block and the cell that a finding is about; undefined when it names none, or one that is not there or locked. */
export function placeOf({ finding: { place }, document }: Situation): { block: Block; cell?: Cell } | undefined {
  const block = document.blocks.find(({ id }) => id === place.block);
  if (!block || block.locked) return undefined;
  const cell = block.cells.find(({ id }) => id === place.cell);
  return cell ? { block, cell } : { block };
}
