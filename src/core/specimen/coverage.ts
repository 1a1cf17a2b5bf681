import { type PropertyDefinition, usualDisplay } from '../property/definition';
import { displayValue } from '../property/display';
import type { Value } from '../property/value';
import { modelFacts } from './model-facts';
import type { ModelSources } from './models';
import type { Specimen } from './specimen';

/** A property of a model, as it is noted for the whole office to be counted and measured by. */
export interface SeenValue {
  property: string;
  /** Of which variant; empty for the model itself. */
  variant: string;
  value: Value;
  /** As it is usually written. */
  text: string;
}

const LOCALE = { decimalMark: '.' } as const;

/** What a model, and each of its variants, gives the dictionary's properties. Computed values count as a model's own. */
export function seenIn(specimen: Specimen, sources: ModelSources): SeenValue[] {
  return ['', ...specimen.variants.map(({ name }) => name)].flatMap((variant) => {
    const { model, variant: own } = modelFacts(specimen, variant || undefined, sources);
    const values = variant === '' ? { ...model!.derived, ...model!.values } : { ...own!.values };
    return Object.entries(values).flatMap(([id, value]): SeenValue[] => {
      const property = sources.properties.get(id);
      const text = property && writtenUsually(property, value);
      return text === undefined ? [] : [{ property: id, variant, value, text }];
    });
  });
}

/** A value as it is usually written; undefined for one that cannot be. */
export function writtenUsually(property: PropertyDefinition, value: Value): string | undefined {
  const written = displayValue(value, usualDisplay(property), LOCALE, property.unit);
  return written.ok ? written.text : undefined;
}
