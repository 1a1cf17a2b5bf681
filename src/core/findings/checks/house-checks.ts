import { convert } from '../../property/units';
import { matchedName } from '../../property/names';
import { hasForm } from '../../property/pattern';
import { asMeasure } from '../../property/value';
import type { Demand, HouseCheck } from '../../rules/document';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, placePrinting } from '../looked-at';
import { textOf } from '../text-of';

/** What the house demands of properties. A check whose property the dictionary does not have is passed over: the rule book says so. */
export const houseChecks: Check<LookedSheet> = {
  codes: ['house check'],
  look: (sheet) => sheet.rules.house.flatMap((check) => found(check, sheet)),
};

const OF = { parts: 'part', assemblies: 'assembly' } as const;

function found(check: HouseCheck, sheet: LookedSheet): Finding[] {
  const { facts, resources } = sheet;
  const property = resources.properties.get(check.property);
  if (check.weight === 'off' || !property) return [];
  if (check.of !== 'both' && facts.model?.kind !== OF[check.of]) return [];
  const text = textOf(property.id, facts, resources) ?? '';
  const other = (id: string) => textOf(id, facts, resources) ?? '';
  if (isMet(check.demand, text, property.unit, other)) return [];
  const params = {
    check: check.id,
    checkName: check.name,
    property: property.id,
    name: property.name,
    ...(text !== '' && { says: text }),
    demand: named(check.demand, resources.properties),
  };
  return [noticed('house check', params, placePrinting(property.id, sheet))];
}

/** A demand that names a property, with that one's name for its words. */
function named(demand: Demand, properties: LookedSheet['resources']['properties']): Demand {
  if (demand.kind !== 'is the same as' && demand.kind !== 'differs from') return demand;
  return { ...demand, property: properties.get(demand.property)?.name ?? demand.property };
}

/** Whether a text meets a demand; of one that is not there nothing but its being there is demanded. */
export function isMet(
  demand: Demand,
  text: string,
  unit: string | undefined,
  other: (property: string) => string,
): boolean {
  if (demand.kind === 'is there') return text !== '';
  if (demand.kind === 'is empty') return text === '';
  if (text === '') return true;
  const is = (one: string) => matchedName(one) === matchedName(text);
  switch (demand.kind) {
    case 'is one of':
      return demand.texts.some(is);
    case 'is none of':
      return !demand.texts.some(is);
    case 'begins with':
      return demand.texts.some((one) => text.toLowerCase().startsWith(one.toLowerCase()));
    case 'has the form':
      return hasForm(text, demand.pattern);
    case 'has at most':
      return [...text].length <= demand.characters;
    case 'is at least':
    case 'is at most': {
      const measure = asMeasure(text);
      if (!measure) return false;
      const value =
        measure.unit !== undefined && unit !== undefined ? convert(measure.value, measure.unit, unit) : measure.value;
      if (value === undefined) return false;
      return demand.kind === 'is at least' ? value >= demand.number - 1e-9 : value <= demand.number + 1e-9;
    }
    case 'is the same as':
      return is(other(demand.property));
    case 'differs from':
      return !is(other(demand.property));
  }
}
