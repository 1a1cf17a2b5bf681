import type { PropertyDefinition } from '../property/definition';
import { ModelNames } from '../property/model-names';
import { SUPPLIED } from '../property/supplied';
import type { Value } from '../property/value';
import type { Specimen } from './specimen';

/** The distinct values that every model property takes in the specimens and their variants, by property id. */
export function seenValues(
  properties: Iterable<PropertyDefinition>,
  specimens: readonly Specimen[],
): Map<string, Value[]> {
  const definitions = [...properties];
  const names = new ModelNames(definitions);
  const seen = new Map<string, Map<string, Value>>();
  for (const { id, source } of definitions) if (source === 'model') seen.set(id, new Map());
  const note = (property: string, value: Value) => seen.get(property)?.set(JSON.stringify(value), value);
  for (const specimen of specimens) {
    for (const { values } of [specimen, ...specimen.variants])
      for (const [property, value] of Object.entries(names.read(values).values)) note(property, value);
    for (const { name } of specimen.variants) note(SUPPLIED.variant, name);
  }
  return new Map([...seen].map(([property, values]) => [property, [...values.values()]]));
}
