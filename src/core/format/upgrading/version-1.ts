import type { PropertyDefinition } from '../../property/definition';
import { matchedName } from '../../property/names';
import { type Asked1, type Names1, acceptanceFromWords } from './version-1-words';

type Json = Record<string, unknown>;

const list = <T>(value: unknown): T[] => (Array.isArray(value) ? (value as T[]) : []);

/**
 * From version 1: an acceptance held for a finding's sentence, it holds for its cause now; an asked value was taken for the
 * property of the same name, and says now which one it is.
 */
export function fromVersion1(json: Json, context: { properties: Iterable<PropertyDefinition> }): Json {
  const names: Names1 = {
    properties: [...context.properties],
    asked: list<Asked1>(json.asked),
    blocks: list(json.blocks),
    letterings: list(json.letterings),
  };
  const accepted = list<Json>(json.accepted).map((one) => acceptanceFromWords(one, names));
  return {
    ...json,
    asked: names.asked.map((asked) => withProperty(asked, names)),
    ...(json.accepted !== undefined && { accepted }),
  };
}

function withProperty(asked: Asked1, { properties, asked: all }: Names1): Asked1 {
  const wanted = matchedName(asked.name);
  const property = properties.find(
    ({ source, name, aliases }) => source === 'drawing' && [name, ...aliases].map(matchedName).includes(wanted),
  );
  const taken = property && all.some(({ key }) => key === property.id);
  return property && !taken ? { ...asked, property: property.id } : asked;
}
