import { z } from 'zod';
import type { PropertyDefinition } from '../property/definition';
import { SUPPLIED } from '../property/supplied';
import type { Value } from '../property/value';

/** Somebody who signs drawings of the office. */
export const Person = z.object({
  id: z.string().min(1).max(36),
  name: z.string().trim().min(1, 'a person needs a name').max(120, 'a name takes 120 characters'),
  /** How they sign where there is little room. */
  initials: z.string().trim().max(8, 'initials take 8 characters'),
  email: z.union([z.literal(''), z.email('an e-mail address looks like name@office.example')]),
  mayCreate: z.boolean(),
  mayCheck: z.boolean(),
  mayApprove: z.boolean(),
  /** They have left: old drawings keep them, they are offered no more. */
  left: z.boolean(),
});
export type Person = z.infer<typeof Person>;

/** The first letters of a name's words: `IS` of Ines Sundqvist, `PVS` of Persephone Vanterpool-Szymborska. */
export const initialsOf = (name: string): string =>
  name
    .split(/[\s-]+/)
    .filter(Boolean)
    .map((word) => [...word][0]!.toUpperCase())
    .join('')
    .slice(0, 8);

/** Who may be named in a property of persons: those who are there, and may do what it says. */
export function peopleFor(property: string, people: readonly Person[]): Person[] {
  const may: Record<string, (person: Person) => boolean> = {
    [SUPPLIED.createdBy]: ({ mayCreate }) => mayCreate,
    [SUPPLIED.revisedBy]: ({ mayCreate }) => mayCreate,
    [SUPPLIED.checkedBy]: ({ mayCheck }) => mayCheck,
    [SUPPLIED.approvedBy]: ({ mayApprove }) => mayApprove,
    [SUPPLIED.revisionApprovedBy]: ({ mayApprove }) => mayApprove,
  };
  return people.filter((person) => !person.left && (may[property]?.(person) ?? true));
}

/** The values on record with the office's people as those of every property of persons: the longest name is among them. */
export function seenWithPeople(
  seen: ReadonlyMap<string, readonly Value[]>,
  properties: readonly Pick<PropertyDefinition, 'id' | 'type'>[],
  people: readonly Person[],
): Map<string, readonly Value[]> {
  const all = new Map(seen);
  for (const { id, type } of properties) {
    if (type !== 'person') continue;
    const names = peopleFor(id, people).map(({ name }) => name);
    if (names.length > 0) all.set(id, [...(seen.get(id) ?? []), ...names]);
  }
  return all;
}
