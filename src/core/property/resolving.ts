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
  /** The value that the drawing puts in place of this one. */
  overruledBy?: Value;
  /** In words, what stands in for a value: a default, a sample, a missing value's text; or that it is computed. */
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
    if (variant && lookUp(property, variant.values, trace)) trace.variant = variant.name;
    else if (variant && isVariantName(property)) {
      trace.variant = variant.name;
      trace.value = variant.name;
    } else if (model && !lookUp(property, model.values, trace) && model.derived) {
      if (lookUp(property, model.derived, trace)) trace.standIn = 'computed';
    }
    return trace;
  }
  const { row } = facts;
  // A row that has nothing for a property of its own is not filled from the sheet.
  if (row && namesOf(property).some((name) => indexOf(row.values).has(name))) {
    trace.from = row.name;
    lookUp(property, row.values, trace);
    return trace;
  }
  const place = property.source === 'sheet' ? { name: 'this sheet', values: sheetValues } : facts[property.source];
  if (place) {
    trace.from = place.name;
    lookUp(property, place.values, trace);
  }
  return trace;
}

/** The variant's own name is a value of the property called so. */
const isVariantName = (property: PropertyDefinition) => namesOf(property)[0] === 'variant';

/** Notes in the trace the value that a place gives the property, if it gives one, and the name it has there. */
function lookUp(property: PropertyDefinition, values: Values, trace: Trace): boolean {
  const index = indexOf(values);
  const names = namesOf(property);
  for (const name of names) {
    const key = index.get(name);
    if (key === undefined || values[key] === '') continue;
    trace.value = values[key]!;
    if (name !== names[0]) trace.alias = key;
    return true;
  }
  return false;
}

/** The matched forms of a property's name, id and aliases, in this order, kept as long as the property is. */
const matchedNames = new WeakMap<PropertyDefinition, string[]>();

function namesOf(property: PropertyDefinition): string[] {
  let names = matchedNames.get(property);
  if (!names) {
    names = [property.name, property.id, ...property.aliases].map(matchedName);
    matchedNames.set(property, names);
  }
  return names;
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
