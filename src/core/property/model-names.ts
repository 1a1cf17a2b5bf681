import type { PropertyDefinition } from './definition';
import { matchedName } from './names';
import { type Value, type Values, valueText } from './value';

/** A name under which a model gives a property another value than under the one that is taken. */
export interface OtherName {
  property: string;
  name: string;
  taken: string;
}

/** A model's values by property id, and under which name the model has those that it calls otherwise. */
export interface ReadValues {
  values: Values;
  spelled: Readonly<Record<string, string>>;
  others: readonly OtherName[];
}

const isSame = (a: Value, b: Value): boolean => valueText(a).trim() === valueText(b).trim();

/**
 * The names by which models call the properties of a dictionary: the door at which a model's own names become property ids.
 * A property is found by its name, its id and its aliases, in that order; names that no property has are left out.
 */
export class ModelNames {
  private readonly index = new Map<string, { property: string; rank: number }[]>();
  /** What was read, kept as long as the values are. */
  private readonly known = new WeakMap<Values, ReadValues>();

  constructor(properties: Iterable<PropertyDefinition>) {
    for (const { id, name, aliases, source } of properties) {
      if (source !== 'model') continue;
      for (const [rank, one] of [name, id, ...aliases].entries()) {
        const matched = matchedName(one);
        const found = this.index.get(matched);
        if (found) found.push({ property: id, rank });
        else this.index.set(matched, [{ property: id, rank }]);
      }
    }
  }

  /** The ids of the properties that are read from a name of a model. */
  propertiesOf(name: string): string[] {
    return [...new Set((this.index.get(matchedName(name)) ?? []).map(({ property }) => property))];
  }

  read(values: Values): ReadValues {
    let read = this.known.get(values);
    if (!read) this.known.set(values, (read = this.readAnew(values)));
    return read;
  }

  private readAnew(values: Values): ReadValues {
    const best = new Map<string, { name: string; rank: number }>();
    const met: { property: string; name: string }[] = [];
    for (const name of Object.keys(values)) {
      if (values[name] === '') continue;
      for (const { property, rank } of this.index.get(matchedName(name)) ?? []) {
        met.push({ property, name });
        const before = best.get(property);
        if (!before || rank < before.rank) best.set(property, { name, rank });
      }
    }
    const read: { values: Values; spelled: Record<string, string>; others: OtherName[] } = {
      values: {},
      spelled: {},
      others: [],
    };
    for (const [property, { name, rank }] of best) {
      read.values[property] = values[name]!;
      if (rank > 0) read.spelled[property] = name;
    }
    for (const { property, name } of met) {
      const taken = best.get(property)!.name;
      if (name !== taken && !isSame(values[name]!, values[taken]!)) read.others.push({ property, name, taken });
    }
    return read;
  }
}
