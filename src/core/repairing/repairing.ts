import { sameCause } from '../findings/accepting';
import { type Finding, findingKey } from '../findings/finding';
import type { Repair } from '../findings/repair';
import type { FormatDocument } from '../format/document';
import { type Step, applyStep, together } from '../format/steps/step';
import { type ComposedProof, ProofMemo, composeProof } from '../scene/proof';
import type { Report } from '../scene/report';
import type { Resources } from '../scene/resources';
import type { Proof, Way } from './situation';
import { waysFor } from './ways/ways';

/** A finding on one of the proofs. */
export interface FindingOn {
  /** Name of the sheet's size. */
  size: string;
  finding: Finding;
}

/** A repair that was tried and mends what it is for, with all that it does on the proofs. */
export interface OfferedRepair {
  repair: Repair;
  /** Findings of others, by sheet size, that go with it, and that come of it. */
  settles: FindingOn[];
  brings: FindingOn[];
  /** Names of the other cells whose text is fitted otherwise, by sheet size. */
  refits: { size: string; cells: string[] }[];
}

/** What proofs of one document come to. */
interface Proved {
  document: FormatDocument;
  proofs: ComposedProof[];
}

/** Tries repairs on all proofs of a format, before any of them is done. */
export class Repairing {
  private readonly memos: ProofMemo[];

  constructor(
    private readonly resources: Resources,
    private readonly proofs: readonly Proof[],
    private readonly newId: () => string,
  ) {
    this.memos = proofs.map(() => new ProofMemo());
  }

  /** Composes all proofs of a document. */
  prove(document: FormatDocument): Proved {
    return { document, proofs: this.proofs.map((_, i) => this.one(document, i)) };
  }

  private one(document: FormatDocument, i: number): ComposedProof {
    const { request, facts } = this.proofs[i]!;
    return composeProof(document, request, facts, this.resources, this.memos[i]);
  }

  /**
   * The repairs that mend a finding of the proof numbered `on`, the least change first: each was tried, leaves nothing of the finding
   * there, and brings nothing on any proof that blocks release, but for a cell that it fills anew and that the longest on record
   * overflows.
   */
  *offers(before: Proved, on: number, finding: Finding): Generator<OfferedRepair> {
    const composed = before.proofs[on]!;
    // Of what is not there nothing can be told: any change would seem to mend it.
    if (!composed.first.ok || !composed.findings.some((one) => isAlike(one, finding))) return;
    const situation = {
      finding,
      document: before.document,
      resources: this.resources,
      proof: this.proofs[on]!,
      report: composed.first.report,
      newId: this.newId,
    };
    const known = new Set<string>();
    for (const way of waysFor(situation)) {
      const offer = this.firstOf(way, before, on, finding, known);
      if (!offer) continue;
      known.add(JSON.stringify(offer.repair.kind));
      yield offer;
    }
  }

  /** The first form of a way that mends the finding without anything that blocks release, else the first that mends it. */
  private firstOf(
    way: Way,
    before: Proved,
    on: number,
    finding: Finding,
    known: ReadonlySet<string>,
  ): OfferedRepair | undefined {
    let second: OfferedRepair | undefined;
    for (const repair of way) {
      if (known.has(JSON.stringify(repair.kind))) return undefined;
      const offer = this.tried(before, on, finding, repair);
      if (offer && !offer.brings.some(({ finding: { weight } }) => weight === 'blocks release')) return offer;
      second ??= offer;
    }
    return second;
  }

  private tried(before: Proved, on: number, finding: Finding, repair: Repair): OfferedRepair | undefined {
    const outcome = applyStep(before.document, together(repair.kind.kind, repair.steps));
    if (!outcome.ok || outcome.document === before.document) return undefined;
    const { document } = outcome;
    const filled = cellsFilled(repair);
    /** What a repair may not bring, on one proof. */
    const spoils = (after: ComposedProof, i: number) =>
      (before.proofs[i]!.first.ok && !after.first.ok) ||
      blocking(after.findings, before.proofs[i]!.findings).some(
        ({ place }) => this.proofs[i]!.request.show !== 'longest' || !filled.has(place.cell),
      );
    const here = this.one(document, on);
    if (here.findings.some((one) => isAlike(one, finding)) || spoils(here, on)) return undefined;
    const after = this.prove(document);
    if (after.proofs.some(spoils)) return undefined;
    return { repair, ...effects(before, after, finding) };
  }
}

/** The cells that a repair puts contents into. */
function cellsFilled({ steps }: Repair): ReadonlySet<string | undefined> {
  return new Set(steps.flatMap((step) => (step.op === 'set cell' && step.change.contents ? [step.cell] : [])));
}

/** What changes from proofs to others beside one finding. */
function effects(before: Proved, after: Proved, finding: Finding): Omit<OfferedRepair, 'repair'> {
  const settles: FindingOn[] = [];
  const brings: FindingOn[] = [];
  const refits = new Map<string, Set<string>>();
  for (const [i, proof] of after.proofs.entries()) {
    const was = before.proofs[i]!;
    if (!was.first.ok || !proof.first.ok) continue;
    const { name: size } = proof.first.report.sheet;
    const on = (one: Finding): FindingOn => ({ size, finding: one });
    const blocks = ({ weight }: Finding) => weight === 'blocks release';
    settles.push(
      ...missing(was.findings, proof.findings)
        .filter((one) => !isAlike(one, finding))
        .map(on),
    );
    brings.push(
      ...missing(proof.findings, was.findings)
        .filter((one) => blocks(one) || !isAbout(one, finding))
        .map(on),
    );
    for (const cell of refitted(was.first.report, proof.first.report, finding.place.cell))
      refits.set(size, (refits.get(size) ?? new Set()).add(cell));
  }
  return {
    settles: once(settles),
    brings: once(brings),
    refits: [...refits].map(([size, cells]) => ({ size, cells: [...cells] })),
  };
}

/** Whether two findings are one thing to be mended: of one cell whatever its text is, else of one cause. */
const isAlike = (one: Finding, other: Finding): boolean =>
  one.code === other.code && (other.place.cell !== undefined ? isAbout(one, other) : sameCause(one, other));

const isAbout = (one: Finding, other: Finding): boolean =>
  other.place.cell !== undefined && one.place.block === other.place.block && one.place.cell === other.place.cell;

/** Findings of `these` that are of no cause among `those`. */
const missing = (these: readonly Finding[], those: readonly Finding[]): Finding[] =>
  these.filter((one) => !those.some((other) => sameCause(other, one)));

const blocking = (after: readonly Finding[], before: readonly Finding[]): Finding[] =>
  missing(after, before).filter(({ weight, accepted }) => weight === 'blocks release' && accepted === undefined);

/** The names of the cells that are not `own` and whose text stands in another height, width or number of lines. */
function refitted(before: Report, after: Report, own: string | undefined): string[] {
  const was = new Map(before.cells.map((cell) => [cell.id, cell]));
  return after.cells
    .filter((cell) => {
      const { fit, id, repeats, text } = cell;
      const other = was.get(id);
      if (
        !fit ||
        !other?.fit ||
        (repeats ?? id) === own ||
        other.text.replaceAll('\n', ' ') !== text.replaceAll('\n', ' ')
      )
        return false;
      return (
        fit.height !== other.fit.height || fit.letterWidth !== other.fit.letterWidth || fit.lines !== other.fit.lines
      );
    })
    .map(({ name }) => name);
}

/** Findings of several sheets, each said once a size. */
function once(findings: FindingOn[]): FindingOn[] {
  const known = new Set<string>();
  return findings.filter(({ size, finding }) => {
    const key = `${size} ${findingKey(finding)}`;
    return !known.has(key) && known.add(key);
  });
}

/** What was mended of all findings of a kind, and what was left. */
export interface RepairedAll {
  steps: Step[];
  /** What was done, and for which finding. */
  done: { repair: Repair; on: FindingOn }[];
  left: FindingOn[];
}

/** Mends every finding of one kind on all proofs, each by the least change that mends it there. */
export function repairAll(repairing: Repairing, document: FormatDocument, code: Finding['code']): RepairedAll {
  const steps: Step[] = [];
  const done: RepairedAll['done'] = [];
  let proved = repairing.prove(document);
  for (let on = 0; on < proved.proofs.length; on++) {
    const tried = new Set<string>();
    for (;;) {
      const next = openOf(proved, on, code).find(({ finding }) => !tried.has(findingKey(finding)));
      if (!next) break;
      tried.add(findingKey(next.finding));
      const [offer] = repairing.offers(proved, on, next.finding);
      const outcome = offer && applyStep(proved.document, together(code, offer.repair.steps));
      if (!outcome?.ok) continue;
      steps.push(...offer!.repair.steps);
      done.push({ repair: offer!.repair, on: next });
      proved = repairing.prove(outcome.document);
    }
  }
  return { steps, done, left: once(proved.proofs.flatMap((_, on) => openOf(proved, on, code))) };
}

/** The findings of a kind on one proof that are not accepted. */
function openOf({ proofs }: Proved, on: number, code: Finding['code']): FindingOn[] {
  const { first, findings } = proofs[on]!;
  if (!first.ok) return [];
  const size = first.report.sheet.name;
  return findings
    .filter((one) => one.code === code && one.accepted === undefined)
    .map((finding) => ({ size, finding }));
}
