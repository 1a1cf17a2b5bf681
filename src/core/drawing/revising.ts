import { z } from 'zod';
import { refuse } from '../refusal';
import {
  RevisionRow,
  type RowOutcome,
  type RowRefusal,
  addRevision,
  changeNewest,
  withdrawNewest,
} from '../revision/rows';
import type { RevisionScheme } from '../revision/scheme';
import { SUPPLIED } from '../property/supplied';
import { type PlannedSheet, composePlanned } from '../scene/planning';
import type { Resources } from '../scene/resources';
import { type DrawingSources, type DrawnData, type DrawnSheet, planDrawing, zoneLabelsOf } from './sheets';

/** What is done to the revisions of a drawing. */
export const Revising = z.union([
  z.object({ add: RevisionRow }),
  z.object({ change: RevisionRow }),
  z.object({ withdraw: z.string() }),
]);
export type Revising = z.infer<typeof Revising>;

export interface RevisingSources extends DrawingSources {
  resources: Resources;
  scheme: RevisionScheme;
  today: string;
}

/**
 * Adds a revision to a drawing, changes its newest one or withdraws it. Refused, with what would be accepted: a name out of its
 * turn, a zone that the sheet does not have, a wrong date, a text that its row could never hold, an approver, who signs it afterwards.
 *
 * @returns the rows, and the sheets as they are with them
 */
export function revise(
  drawing: DrawnData,
  revising: Revising,
  sources: RevisingSources,
): RowOutcome<{ rows: RevisionRow[]; sheets: PlannedSheet<DrawnSheet>[] }> {
  if (approverIn(revising))
    return {
      ...refuse('Who approves a revision signs it: its row is kept without, then approved.'),
      place: 'approvedBy',
    };
  const plan = (revisions: readonly RevisionRow[]) =>
    planDrawing({ ...drawing, revisions }, sources, sources.resources);
  const { scheme, today } = sources;
  const surroundings = { scheme, today, zones: plan(drawing.revisions).map(zoneLabelsOf) };
  const outcome: RowOutcome<{ rows: RevisionRow[] }> =
    'add' in revising
      ? addRevision(drawing.revisions, revising.add, surroundings)
      : 'change' in revising
        ? changeNewest(drawing.revisions, revising.change, surroundings)
        : withdrawNewest(drawing.revisions, revising.withdraw);
  if (!outcome.ok) return outcome;
  const sheets = plan(outcome.rows);
  const trouble = 'withdraw' in revising ? undefined : rowTrouble(sheets, outcome.rows.at(-1)!, sources.resources);
  return trouble ?? { ok: true, rows: outcome.rows, sheets };
}

/** An approver that somebody has typed into a row. */
const approverIn = (revising: Revising): string | undefined =>
  'withdraw' in revising ? undefined : ('add' in revising ? revising.add : revising.change).approvedBy;

/** Which of a revision's data the dictionary's properties print. */
const PLACES: Record<string, keyof RevisionRow> = {
  [SUPPLIED.revisionZones]: 'zones',
  [SUPPLIED.revisionDescription]: 'description',
  [SUPPLIED.revisedBy]: 'madeBy',
  [SUPPLIED.revisionApprovedBy]: 'approvedBy',
  [SUPPLIED.changeNumber]: 'change',
};

/** Why a revision's row cannot hold what it is to print: a text that does not fit even with all that its cell's plan allows. */
function rowTrouble(
  sheets: readonly PlannedSheet<DrawnSheet>[],
  { revision }: RevisionRow,
  resources: Resources,
): RowRefusal | undefined {
  for (const sheet of sheets) {
    const { document, sizeId } = sheet;
    if (!document.blocks.some(({ grow }) => grow?.rows === 'revisions')) continue;
    const composed = composePlanned(sheet, resources);
    if (!composed.ok) continue;
    const cell = composed.report.cells.find(
      ({ fit, trace }) => fit?.verdict === 'overflows' && trace.some(({ from }) => from === `revision ${revision}`),
    );
    if (!cell) continue;
    const { name, property } = cell.trace[0]!;
    const size = document.sizes.find(({ id }) => id === sizeId)!.name;
    const even = cell.fit!.steps.length > 0 ? `, even ${cell.fit!.steps.join(' and ')}` : '';
    const reason = `“${name}” is too long for its row on ${size}${even}. Say it in fewer words.`;
    return { ...refuse(reason), ...(property in PLACES && { place: PLACES[property] }) };
  }
  return undefined;
}
