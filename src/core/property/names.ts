import type { PropertyDefinition } from './definition';

/** Names met and their matched forms: the same few are matched again with every sheet. */
const known = new Map<string, string>();
const MOST_KNOWN = 10_000;

/** A property's name as it is matched: without case, spaces, punctuation and marks over letters. */
export function matchedName(name: string): string {
  let matched = known.get(name);
  if (matched === undefined) {
    if (known.size >= MOST_KNOWN) known.clear();
    matched = name
      .normalize('NFKD')
      .replace(/[^\p{L}\p{N}]/gu, '')
      .toLowerCase();
    known.set(name, matched);
  }
  return matched;
}

/**
 * A property under another name. Models go on calling it what they called it: the former name of a model's property becomes
 * one of its aliases.
 */
export function renamed(property: PropertyDefinition, name: string): PropertyDefinition {
  const known = [name, ...property.aliases].map(matchedName);
  const former = property.source === 'model' && !known.includes(matchedName(property.name)) ? [property.name] : [];
  return { ...property, name, aliases: [...former, ...property.aliases].slice(0, 40) };
}

/**
 * Two properties of one source must not match the same name in a model: a value would have two homes.
 *
 * @returns why a definition cannot stand beside the others, or undefined
 */
export function nameClash(definition: PropertyDefinition, others: Iterable<PropertyDefinition>): string | undefined {
  const own = [definition.name, ...definition.aliases];
  for (const other of others) {
    if (other.id === definition.id || other.source !== definition.source) continue;
    const taken = new Set([other.name, ...other.aliases].map(matchedName));
    const clash = own.find((name) => taken.has(matchedName(name)));
    if (clash) return `“${clash}” is a name of “${other.name}” already. Each name belongs to one property.`;
  }
  return undefined;
}
