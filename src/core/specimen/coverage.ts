import { type PropertyDefinition, usualDisplay } from '../property/definition';
import { displayValue } from '../property/display';
import { resolveProperty } from '../property/resolving';
import { modelFacts } from './seen-values';
import type { Specimen } from './specimen';

export interface Coverage {
  /** How many specimens have a value, in themselves or in a variant. */
  specimens: number;
  /** The longest text seen, by its characters. */
  longest: string;
}

/** How many specimens have each model property, and the longest value seen, by property id. */
export function coverageOf(
  properties: readonly PropertyDefinition[],
  specimens: readonly Specimen[],
): Map<string, Coverage> {
  const locale = { decimalMark: '.' as const };
  const coverage = new Map<string, Coverage>();
  for (const property of properties) {
    if (property.source !== 'model') continue;
    const entry: Coverage = { specimens: 0, longest: '' };
    for (const specimen of specimens) {
      const texts = [undefined, ...specimen.variants.map(({ name }) => name)].flatMap((variant) => {
        const facts = { ...modelFacts(specimen, variant), today: '2000-01-01', locale };
        const { value } = resolveProperty(property, facts, {});
        const written =
          value === undefined ? undefined : displayValue(value, usualDisplay(property), locale, property.unit);
        return written?.ok ? [written.text] : [];
      });
      if (texts.length > 0) entry.specimens += 1;
      for (const text of texts) if (text.length > entry.longest.length) entry.longest = text;
    }
    coverage.set(property.id, entry);
  }
  return coverage;
}
