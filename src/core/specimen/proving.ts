import type { FormatDocument } from '../format/document';
import type { Facts } from '../property/facts';
import { ProofMemo, composeProof } from '../scene/proof';
import type { Finding } from '../findings/finding';
import type { Resources } from '../scene/resources';
import { type Verdict, verdictOf } from '../findings/verdict';
import { modelFacts } from './model-facts';
import type { ModelSources } from './models';
import { partsRules, partsTables } from './parts-tables';
import type { Specimen } from './specimen';

/** One proof's verdict, and those of its findings that are more than notes and are not accepted. */
export interface Proved {
  specimen: string;
  variant?: string;
  sizeId: string;
  verdict: Verdict;
  findings: Finding[];
}

/** What every proof of a format has in common. */
export interface ProvingSources {
  document: FormatDocument;
  facts: Omit<Facts, 'model' | 'variant'>;
  scale: string;
  resources: Resources;
  models: ModelSources;
}

/** How many proofs a specimen has: each of its variants, or itself when it has none, on every size. */
export const proofsOf = (specimen: Specimen, sizes: number): number => Math.max(1, specimen.variants.length) * sizes;

/** Proves a format with many specimens, with the sheets that follow; each size's frame and zones are composed once. */
export class Prover {
  private readonly rules;

  constructor(
    private readonly sources: ProvingSources,
    private readonly memos = new Map<string, ProofMemo>(),
  ) {
    this.rules = partsRules(sources.document);
  }

  /** The same prover for other models: what was composed of sizes stays. */
  withModels(models: ModelSources): Prover {
    return new Prover({ ...this.sources, models }, this.memos);
  }

  /** All proofs of a specimen, in the order of its variants and of the format's sizes. */
  prove(specimen: Specimen): Proved[] {
    const variants = specimen.variants.length > 0 ? specimen.variants.map(({ name }) => name) : [undefined];
    const { document, facts, scale, resources, models } = this.sources;
    return variants.flatMap((variant) => {
      const { parts } = partsTables(this.rules, { specimen, variant }, models);
      const filled = { ...facts, ...modelFacts(specimen, variant, models), parts };
      return document.sizes.map(({ id: sizeId }): Proved => {
        const request = { sizeId, scale, show: 'values' } as const;
        const { first, findings } = composeProof(document, request, filled, resources, this.memo(sizeId));
        const open = findings.filter(({ weight, accepted }) => weight !== 'note' && accepted === undefined);
        const verdict = verdictOf(findings, first.ok);
        return { specimen: specimen.id, ...(variant !== undefined && { variant }), sizeId, verdict, findings: open };
      });
    });
  }

  private memo(sizeId: string): ProofMemo {
    let memo = this.memos.get(sizeId);
    if (!memo) this.memos.set(sizeId, (memo = new ProofMemo()));
    return memo;
  }
}
