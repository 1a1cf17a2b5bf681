import type { PropertyDefinition, Source } from './definition';
import { matchedName } from './names';
import { SUPPLIED } from './supplied';
import type { Values } from './value';

/** What a drafting profile and a drawing had by these names, whatever the dictionary called them. */
const WELL_KNOWN: Partial<Record<Source, Record<string, string>>> = {
  profile: {
    projection: SUPPLIED.projectionAngle,
    generaltolerance: SUPPLIED.generalTolerance,
  },
  drawing: { drawingnumber: SUPPLIED.drawingNumber, revision: SUPPLIED.revision },
};

/**
 * Values that a place of the office, a sample drawing among them, gave by name, as they are given now: by property id. A name
 * that no property has stays.
 *
 * @param asked the asked values of a format, whose names a sample drawing may go by
 */
export function valuesById(
  values: Values,
  source: Source,
  properties: Iterable<PropertyDefinition>,
  asked: readonly { key: string; name: string }[] = [],
): Values {
  const ids = new Map<string, string>(Object.entries(WELL_KNOWN[source] ?? {}));
  const own = [...properties].filter((property) => property.source === source);
  const note = (name: string, id: string) => {
    const matched = matchedName(name);
    if (!ids.has(matched)) ids.set(matched, id);
  };
  for (const { key, name } of asked) {
    note(key, key);
    if (!own.some((property) => matchedName(property.name) === matchedName(name))) note(name, key);
  }
  for (const { id, name } of own) note(name, id);
  for (const { id, aliases } of own) for (const name of [id, ...aliases]) note(name, id);
  const byId: Values = {};
  for (const [name, value] of Object.entries(values)) {
    const id = ids.get(matchedName(name)) ?? name;
    if (!(id in byId)) byId[id] = value;
  }
  return byId;
}
