import { type PropertyDefinition, usualDisplay } from '../property/definition';
import { displayValue } from '../property/display';
import { resolveProperty } from '../property/resolving';
import type { MassSources } from './mass';
import { modelFacts } from './seen-values';
import type { Specimen } from './specimen';

export interface Coverage {
  /** How many specimens have a value, in themselves or in a variant. */
  specimens: number;
  /** The different texts seen, the longest first, by their characters. */
  seen: string[];
}

/** How many specimens have each model property, and the values seen of it as they are written, by property id. */
export function coverageOf(
  properties: readonly PropertyDefinition[],
  specimens: readonly Specimen[],
  sources?: MassSources,
): Map<string, Coverage> {
  const locale = { decimalMark: '.' as const };
  const coverage = new Map<string, Coverage>();
  for (const property of properties) {
    if (property.source !== 'model') continue;
    const all = new Set<string>();
    let having = 0;
    for (const specimen of specimens) {
      const texts = [undefined, ...specimen.variants.map(({ name }) => name)].flatMap((variant) => {
        const facts = { ...modelFacts(specimen, variant, sources), today: '2000-01-01', locale };
        const { value } = resolveProperty(property, facts, {});
        const written =
          value === undefined ? undefined : displayValue(value, usualDisplay(property), locale, property.unit);
        return written?.ok ? [written.text] : [];
      });
      if (texts.length > 0) having += 1;
      for (const text of texts) all.add(text);
    }
    coverage.set(property.id, { specimens: having, seen: [...all].toSorted((a, b) => b.length - a.length) });
  }
  return coverage;
}
