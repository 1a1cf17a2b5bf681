import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import type { Frozen } from './snapshot';

/** What the office has otherwise by now than a released edition froze it. */
export const Newer = z.discriminatedUnion('of', [
  z.object({ of: z.literal('property'), name: z.string(), now: z.enum(['changed', 'gone']) }),
  z.object({ of: z.literal('profile'), name: z.string(), froze: z.int(), now: z.int() }),
  z.object({ of: z.literal('rules'), name: z.string() }),
  z.object({ of: z.literal('texts'), name: z.string() }),
]);
export type Newer = z.infer<typeof Newer>;

/** What the office has now of what editions freeze. */
export interface OfficeNow {
  properties: ReadonlyMap<string, PropertyDefinition>;
  /** The released revision of the profile that the edition froze; 0 when there is none. */
  profileRevision: number;
  rules: Facts['rules'];
  organisation: Facts['organisation'];
}

/** What is newer in the office than in a released edition: its sheets stay as they are, and the next edition takes it. */
export function newerThan(
  { properties, profile, shownWith }: Pick<Frozen, 'properties' | 'profile' | 'shownWith'>,
  now: OfficeNow,
): Newer[] {
  const changed = properties.flatMap((frozen): Newer[] => {
    const current = now.properties.get(frozen.id);
    if (!current) return [{ of: 'property', name: frozen.name, now: 'gone' }];
    return deepEqual(current, frozen) ? [] : [{ of: 'property', name: frozen.name, now: 'changed' }];
  });
  const { name, revision, rules } = profile;
  const texts = shownWith.organisation;
  return [
    ...changed,
    ...(now.profileRevision > revision
      ? [{ of: 'profile', name, froze: revision, now: now.profileRevision } as const]
      : []),
    ...(rules && !deepEqual(rules, now.rules) ? [{ of: 'rules', name: rules.name } as const] : []),
    ...(texts && !deepEqual(texts, now.organisation) ? [{ of: 'texts', name: texts.name } as const] : []),
  ];
}

/** What is newer, in words. */
export function newerWords(newer: Newer): string {
  switch (newer.of) {
    case 'property':
      return newer.now === 'gone'
        ? `The property ${newer.name} is not in the dictionary any more.`
        : `The property ${newer.name} is defined otherwise now.`;
    case 'profile':
      return `The profile ${newer.name} has revision ${newer.now}; this edition froze revision ${newer.froze}.`;
    case 'rules':
      return `The rule book ${newer.name} has changed.`;
    case 'texts':
      return `The office’s own values, of ${newer.name}, have changed.`;
  }
}
