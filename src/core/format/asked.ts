import type { PropertyDefinition } from '../property/definition';
import type { Value } from '../property/value';
import type { AskedValue, Content } from './document';

/** What an asked value proposes when a drawing is made; undefined for nothing. */
export function proposedAnswer(
  asked: AskedValue,
  { today, me, resolve }: { today: string; me: string; resolve: (property: string) => Value | undefined },
): Value | undefined {
  const preset = asked.default;
  if (preset === 'today') return today;
  if (preset === 'me') return me;
  if (preset === undefined) return undefined;
  return 'value' in preset ? preset.value : resolve(preset.property);
}

const keysIn = new WeakMap<readonly Content[], string[]>();

/** The keys of the asked values that contents print: as asked ones, or linked to under their key. Kept as long as they are. */
export function askedIn(contents: readonly Content[]): string[] {
  let keys = keysIn.get(contents);
  if (!keys) keysIn.set(contents, (keys = contents.flatMap(askedInOne)));
  return keys;
}

/** The keys that one content prints. */
export const askedInOne = (content: Content): string[] =>
  'parts' in content
    ? content.parts.flatMap((part) =>
        part.kind === 'asked' ? [part.asked] : part.kind === 'linked' ? [part.property] : [],
      )
    : [];

/**
 * A property of the dictionary as it is asked of the drafter. The answer stands under the property's id: every cell that is linked to
 * the property shows it.
 */
export function askedFor(property: PropertyDefinition): AskedValue {
  const { id, name, type, quantity, unit, display, length, choices, pattern } = property;
  const given = { quantity, unit, display, length, choices, pattern };
  return {
    key: id,
    name,
    prompt: `${name}?`,
    type,
    required: false,
    missing: { print: 'dash', report: true },
    ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
  };
}
