import type { Finding } from '../findings/finding';
import { findingKey } from '../findings/finding';
import { canonicalHash } from '../format/canonical';
import type { FormatDocument } from '../format/document';
import type { Facts, ModelKind } from '../property/facts';
import { composePlanned, proofSheets } from '../scene/planning';
import { composeProof } from '../scene/proof';
import type { Resources, Show } from '../scene/resources';
import type { LookedAtFormat } from '../specimen/looking';
import { modelFacts } from '../specimen/model-facts';
import type { ModelSources } from '../specimen/models';
import { partsRules, partsTables } from '../specimen/parts-tables';
import type { Specimen } from '../specimen/specimen';

/** One proof that is looked at before an edition is released; those that follow its sheet belong to it. */
export interface ReviewCase {
  sizeId: string;
  sizeName: string;
  /** What it shows, in words. */
  words: string;
  show: Show;
  specimen?: string;
  variant?: string;
  /** As a drawing begins: nothing is answered yet. */
  isNew?: true;
}

/** The proofs of a release: every size filled from a part and from an assembly, with the longest on record, and as a new drawing begins. */
export function reviewCases(
  { sizes }: Pick<FormatDocument, 'sizes'>,
  specimens: readonly Pick<Specimen, 'id' | 'name' | 'model' | 'variants'>[],
): ReviewCase[] {
  const filledFrom = (kind: ModelKind) => {
    const specimen = specimens.find(({ model }) => model === kind);
    const variant = specimen?.variants[0]?.name;
    return specimen && { specimen: specimen.id, name: specimen.name, ...(variant !== undefined && { variant }) };
  };
  const models = [filledFrom('part'), filledFrom('assembly')].filter((one) => one !== undefined);
  return sizes.flatMap(({ id: sizeId, name: sizeName }): ReviewCase[] => [
    ...models.map(({ name, ...filled }) => ({ sizeId, sizeName, words: name, show: 'values' as const, ...filled })),
    { sizeId, sizeName, words: 'longest on record', show: 'longest' },
    { sizeId, sizeName, words: 'new drawing', show: 'values', isNew: true },
  ]);
}

type Surroundings = Omit<Facts, 'model' | 'variant'>;

/** What the sheet of a case is filled from. */
export function factsOfCase(
  { specimen: id, variant, isNew }: ReviewCase,
  document: FormatDocument,
  facts: Surroundings,
  models: ModelSources,
): Facts {
  const { revisions: _, ...without } = facts;
  if (isNew) return { ...without, drawing: { name: 'New drawing', values: {} }, purpose: 'drawing' };
  const specimen = id === undefined ? undefined : models.specimens.get(id);
  if (!specimen) return facts;
  const { parts } = partsTables(partsRules(document), { specimen, variant }, models);
  return { ...facts, ...modelFacts(specimen, variant, models), parts };
}

/** What is noticed on all proofs of a release, each finding once. */
export function reviewFindings(
  { document, facts, scale, specimens, models }: LookedAtFormat,
  resources: Resources,
): Finding[] {
  const found = new Map<string, Finding>();
  for (const one of reviewCases(document, specimens)) {
    const filled = factsOfCase(one, document, facts, models);
    const { findings } = composeProof(document, { sizeId: one.sizeId, scale, show: one.show }, filled, resources);
    for (const finding of findings) {
      const key = findingKey(finding);
      if (!found.has(key)) found.set(key, finding);
    }
  }
  return [...found.values()];
}

/** The hash of the scenes of an edition's own sheets by size, as evidence of how they were released: first and following, filled from no model. */
export function sceneHashes(
  { document, facts, scale }: { document: FormatDocument; facts: Facts; scale: string },
  resources: Resources,
): Record<string, string> {
  return Object.fromEntries(
    document.sizes.map(({ id: sizeId }) => {
      const sheets = proofSheets({ document, sizeId, scale, facts }, resources, { show: 'values' });
      const scenes = sheets.map((sheet) => {
        const composed = composePlanned(sheet, resources, { show: 'values' });
        return composed.ok ? composed.scene : composed.reason;
      });
      return [sizeId, canonicalHash(scenes)];
    }),
  );
}
