import type { PropertyDefinition, Source } from './definition';
import type { Facts } from './facts';
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
  /** The name under which the model has it, when that is not the property's own. */
  alias?: string;
  /** The value as the place gives it. */
  value?: Value;
  /** The value that the drawing puts in place of this one. */
  overruledBy?: Value;
  /** In words, what stands in for a value: a default, a sample, a missing value's text; or that it is computed. */
  standIn?: string;
}

/**
 * Resolves a property by its id: for a model's property the variant's values stand before the model's, and what is computed
 * behind them; for any other a row's values before those of the place.
 *
 * @param sheetValues the sheet's own data (size, scale, number, total), by property id
 * @returns the trace; its `value` is absent when no place has one
 */
export function resolveProperty(property: PropertyDefinition, facts: Facts, sheetValues: Values): Trace {
  const { id, name, source } = property;
  const trace: Trace = { property: id, name, source };
  if (source === 'model') {
    const { model, variant } = facts;
    if (model) trace.from = model.name;
    if (variant && take(trace, variant.values, variant.spelled)) trace.variant = variant.name;
    else if (model && !take(trace, model.values, model.spelled) && model.derived && take(trace, model.derived))
      trace.standIn = 'computed';
    return trace;
  }
  const { row } = facts;
  // A row that has nothing for a property of its own is not filled from the sheet.
  if (row && id in row.values) {
    trace.from = row.name;
    take(trace, row.values);
    return trace;
  }
  const place = source === 'sheet' ? { name: 'this sheet', values: sheetValues } : facts[source];
  if (place) {
    trace.from = place.name;
    take(trace, place.values);
  }
  return trace;
}

/** Notes in the trace the value that a place gives the property, if it gives one. */
function take(trace: Trace, values: Values, spelled?: Readonly<Record<string, string>>): boolean {
  const value = values[trace.property];
  if (value === undefined || value === '') return false;
  trace.value = value;
  const alias = spelled?.[trace.property];
  if (alias !== undefined) trace.alias = alias;
  return true;
}
