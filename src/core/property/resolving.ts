import type { PropertyDefinition, Source } from './definition';
import type { Facts } from './facts';
import { matchedName } from './names';
import type { Value, Values } from './value';

/** Where a value came from, from the property down to the place that gave it. */
export interface Trace {
  property: string;
  name: string;
  source: Source;
  /** The place's own name: the model's, the drawing's, the organisation's. */
  from?: string;
  /** The variant that gave the value, when it did. */
  variant?: string;
  /** The name under which the place has it, when that is not the property's own. */
  alias?: string;
  /** The value as the place gives it. */
  value?: Value;
  /** In words, what stands in for a value: a default, a sample, a missing value's text. */
  standIn?: string;
}

/**
 * Resolves a property: for a model's property the variant's values stand before the model's. Names are matched against
 * the property's name, its id and its aliases, in that order.
 *
 * @param sheetValues the sheet's own data (size, scale, number, total)
 * @returns the trace; its `value` is absent when no place has one
 */
export function resolveProperty(property: PropertyDefinition, facts: Facts, sheetValues: Values): Trace {
  const trace: Trace = { property: property.id, name: property.name, source: property.source };
  if (property.source === 'model') {
    const { model, variant } = facts;
    if (model) trace.from = model.name;
    const fromVariant = variant && lookUp(property, variant.values);
    if (fromVariant) return { ...trace, variant: variant.name, ...fromVariant };
    if (matchedName(property.name) === matchedName('Variant') && variant) {
      return { ...trace, variant: variant.name, value: variant.name };
    }
    return { ...trace, ...(model && lookUp(property, model.values)) };
  }
  const place = property.source === 'sheet' ? { name: 'this sheet', values: sheetValues } : facts[property.source];
  return place ? { ...trace, from: place.name, ...lookUp(property, place.values) } : trace;
}

function lookUp(property: PropertyDefinition, values: Values): { value: Value; alias?: string } | undefined {
  const index = indexOf(values);
  for (const name of [property.name, property.id, ...property.aliases]) {
    const key = index.get(matchedName(name));
    if (key === undefined) continue;
    const value = values[key]!;
    if (value === '') continue;
    return matchedName(key) === matchedName(property.name) ? { value } : { value, alias: key };
  }
  return undefined;
}

/** Matched names of a place's values, kept as long as the values are. */
const indexes = new WeakMap<Values, Map<string, string>>();

function indexOf(values: Values): Map<string, string> {
  let index = indexes.get(values);
  if (!index) {
    index = new Map(Object.keys(values).map((key) => [matchedName(key), key]));
    indexes.set(values, index);
  }
  return index;
}
