import type { FormatDocument } from '../format/document';
import type { Facts } from '../property/facts';
import { compose } from '../scene/compose';
import { ComposeMemo } from '../scene/memo';
import type { Finding } from '../scene/report';
import type { Resources } from '../scene/resources';
import { type Verdict, verdictOf } from '../scene/verdict';
import type { MassSources } from './mass';
import { modelFacts } from './seen-values';
import type { Specimen } from './specimen';

/** One proof's verdict, and those of its findings that are more than notes and are not accepted. */
export interface Proved {
  specimen: string;
  variant?: string;
  sizeId: string;
  verdict: Verdict;
  findings: Finding[];
}

/** How far the newest run over all specimens is, and what it came to. */
export interface ProvingStatus {
  state: 'waiting' | 'running' | 'done' | 'stopped' | 'failed';
  trouble?: string;
  proofs: number;
  done: number;
  /** Proofs a second. */
  rate: number;
  counts: Record<Verdict['sign'], number>;
  /** The proofs that do not just fit, the worst first. */
  worst: Proved[];
  /** Whether the format has been changed since. */
  outdated: boolean;
}

/** What every proof of a format has in common. */
export interface ProvingSources {
  document: FormatDocument;
  facts: Omit<Facts, 'model' | 'variant'>;
  scale: string;
  resources: Resources;
  mass: MassSources | undefined;
}

/** How many proofs a specimen has: each of its variants, or itself when it has none, on every size. */
export const proofsOf = (specimen: Specimen, sizes: number): number => Math.max(1, specimen.variants.length) * sizes;

/** Proves a format with many specimens; each size's frame and zones are composed once. */
export class Prover {
  private readonly memos = new Map<string, ComposeMemo>();

  constructor(private readonly sources: ProvingSources) {}

  /** All proofs of a specimen, in the order of its variants and of the format's sizes. */
  prove(specimen: Specimen): Proved[] {
    const variants = specimen.variants.length > 0 ? specimen.variants.map(({ name }) => name) : [undefined];
    const { document, facts, scale, resources, mass } = this.sources;
    return variants.flatMap((variant) => {
      const filled = { ...facts, ...modelFacts(specimen, variant, mass) };
      return document.sizes.map(({ id: sizeId }): Proved => {
        const request = { sizeId, sheet: { number: 1, total: 1, scale }, show: 'values' } as const;
        const composed = compose(document, request, filled, resources, this.memo(sizeId));
        const findings = composed.ok ? composed.report.findings : [];
        const open = findings.filter(({ weight, accepted }) => weight !== 'note' && accepted === undefined);
        const verdict = verdictOf(findings, composed.ok ? undefined : composed.reason);
        return { specimen: specimen.id, ...(variant !== undefined && { variant }), sizeId, verdict, findings: open };
      });
    });
  }

  private memo(sizeId: string): ComposeMemo {
    let memo = this.memos.get(sizeId);
    if (!memo) this.memos.set(sizeId, (memo = new ComposeMemo()));
    return memo;
  }
}
