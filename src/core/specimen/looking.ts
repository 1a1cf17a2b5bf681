import type { FormatDocument } from '../format/document';
import type { Facts } from '../property/facts';
import type { Met } from '../rules/tally';
import { composeProof } from '../scene/proof';
import type { Resources } from '../scene/resources';
import { modelFacts } from './model-facts';
import type { ModelSources } from './models';
import { partsRules, partsTables } from './parts-tables';
import type { Specimen } from './specimen';

/** A format with what its sheets are filled from when it is looked at. */
export interface LookedAtFormat {
  document: FormatDocument;
  facts: Omit<Facts, 'model' | 'variant'>;
  scale: string;
  specimens: readonly Specimen[];
  models: ModelSources;
}

/** What is noticed of a format on every size, filled from some models, by a rule book. */
export function lookAtFormat(
  { document, facts, scale, specimens, models }: LookedAtFormat,
  resources: Resources,
  rules: Facts['rules'],
): Met[] {
  const tables = partsRules(document);
  return specimens.flatMap((specimen) => {
    const variant = specimen.variants[0]?.name;
    const { parts } = partsTables(tables, { specimen, variant }, models);
    const filled = { ...facts, ...modelFacts(specimen, variant, models), parts, rules };
    return document.sizes.flatMap(({ id: sizeId }) =>
      composeProof(document, { sizeId, scale, show: 'values' }, filled, resources).findings.map((finding): Met => ({
        finding,
        sizeId,
        specimen: specimen.id,
        variant,
      })),
    );
  });
}
