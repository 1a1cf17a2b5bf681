import type { PropertyDefinition } from '../../property/definition';
import { matchedName } from '../../property/names';
import type { Resources } from '../../scene/resources';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, placeOn } from '../looked-at';
import { soleProperty } from './repeated-properties';

const owners = new WeakMap<Resources['properties'], Map<string, PropertyDefinition[]>>();

/** The properties of the dictionary by each of their names as names are matched. */
function ownersOf(properties: Resources['properties']): Map<string, PropertyDefinition[]> {
  let byName = owners.get(properties);
  if (!byName) {
    byName = new Map();
    for (const property of properties.values())
      for (const name of new Set([property.name, ...property.aliases].map(matchedName)))
        byName.set(name, [...(byName.get(name) ?? []), property]);
    owners.set(properties, byName);
  }
  return byName;
}

/** Captions that are the name of another property than the one that is printed alone under them. Headings of tables have names of their own. */
export const captionOwner: Check<LookedSheet> = {
  codes: ['caption of another property'],
  look(sheet) {
    const { laid, document, resources } = sheet;
    const byName = ownersOf(resources.properties);
    return laid.flatMap(({ block }) =>
      block.grow
        ? []
        : block.cells.flatMap((cell): Finding[] => {
            const sole = soleProperty(cell);
            const named = sole && byName.get(sole.caption);
            if (!sole || !named) return [];
            const id = document.asked.find(({ key }) => key === sole.property)?.property ?? sole.property;
            const own = resources.properties.get(id);
            if (!own || named.includes(own)) return [];
            const caption = cell.caption!.text.trim();
            const params = { caption, name: own.name, other: named[0]!.name };
            return [noticed('caption of another property', params, placeOn(sheet, block.id, cell.id))];
          }),
    );
  },
};
