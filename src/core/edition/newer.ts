import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import type { Frozen } from './snapshot';

/** What the office has otherwise by now than when an edition was released: of its format, and of what it froze. */
export const Newer = z.discriminatedUnion('of', [
  /** `to`: the edition that drawings are made on instead. */
  z.object({
    of: z.literal('withdrawn'),
    name: z.string(),
    number: z.int(),
    instead: z.string().optional(),
    to: z.string().optional(),
  }),
  z.object({ of: z.literal('edition'), name: z.string(), now: z.int(), to: z.string() }),
  z.object({ of: z.literal('property'), name: z.string(), now: z.enum(['changed', 'gone']) }),
  z.object({ of: z.literal('profile'), name: z.string(), froze: z.int(), now: z.int() }),
  z.object({ of: z.literal('rules'), name: z.string() }),
  z.object({ of: z.literal('texts'), name: z.string() }),
]);
export type Newer = z.infer<typeof Newer>;

/** What the office has now of an edition's format and of what editions freeze. */
export interface OfficeNow {
  edition: {
    /** The format's name. */
    name: string;
    number: number;
    withdrawn: boolean;
    /** The format that is used instead of a withdrawn edition, and its edition that drawings are made on. */
    instead: { name: string; edition: string | undefined } | undefined;
    /** The edition that new drawings are made on. */
    inForce: { id: string; number: number } | undefined;
  };
  properties: ReadonlyMap<string, PropertyDefinition>;
  /** The released revision of the profile that the edition froze; 0 when there is none. */
  profileRevision: number;
  rules: Facts['rules'];
  organisation: Facts['organisation'];
}

/** What is newer in the office than an edition that was released: its sheets stay as they are, and the next edition takes it. */
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
  const { edition } = now;
  return [
    ...(edition.withdrawn
      ? [{ of: 'withdrawn', name: edition.name, number: edition.number, ...insteadOf(edition) } as const]
      : []),
    ...(edition.inForce && edition.inForce.number > edition.number
      ? [{ of: 'edition', name: edition.name, now: edition.inForce.number, to: edition.inForce.id } as const]
      : []),
    ...changed,
    ...(now.profileRevision > revision
      ? [{ of: 'profile', name, froze: revision, now: now.profileRevision } as const]
      : []),
    ...(rules && !deepEqual(rules, now.rules) ? [{ of: 'rules', name: rules.name } as const] : []),
    ...(texts && !deepEqual(texts, now.organisation) ? [{ of: 'texts', name: texts.name } as const] : []),
  ];
}

/** What is used instead of a withdrawn edition: the format that was named, else the edition that drawings are made on. */
function insteadOf({ instead, inForce }: OfficeNow['edition']): { instead?: string; to?: string } {
  if (instead) return { instead: instead.name, ...(instead.edition !== undefined && { to: instead.edition }) };
  return inForce ? { instead: `edition ${inForce.number}`, to: inForce.id } : {};
}

/** What is newer, in words. */
export function newerWords(newer: Newer): string {
  switch (newer.of) {
    case 'withdrawn':
      return `Edition ${newer.number} of ${newer.name} is withdrawn${newer.instead === undefined ? '' : `; ${newer.instead} is used instead`}.`;
    case 'edition':
      return `Edition ${newer.now} of ${newer.name} is released.`;
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
