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
