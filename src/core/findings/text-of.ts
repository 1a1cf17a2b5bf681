import type { Facts } from '../property/facts';
import { resolveProperty } from '../property/resolving';
import { valueText } from '../property/value';
import type { Resources } from '../scene/resources';

/** What a property of the dictionary says on a sheet, as text; undefined when it says nothing. */
export function textOf(property: string, facts: Facts, { properties }: Pick<Resources, 'properties'>) {
  const definition = properties.get(property);
  const value = definition && resolveProperty(definition, facts, {}).value;
  return value === undefined ? undefined : valueText(value).trim();
}
