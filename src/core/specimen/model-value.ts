import type { PropertyDefinition } from '../property/definition';
import { resolveProperty } from '../property/resolving';
import type { Value } from '../property/value';
import type { Specimen } from './specimen';

/** The value that a model, or the variant of it, itself gives a property; undefined when it gives none. */
export function modelValue(
  property: PropertyDefinition,
  model: Specimen,
  variant: Specimen['variants'][number] | undefined,
): Value | undefined {
  const facts = {
    model: { name: model.name, kind: model.model, values: model.values },
    ...(variant && { variant }),
    today: '2000-01-01',
    locale: { decimalMark: '.' as const },
  };
  return resolveProperty(property, facts, {}).value;
}
