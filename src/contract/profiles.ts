import { z } from 'zod';
import { ProfileDocument } from '../core/profile/document';
import { Value } from '../core/property/value';
import { PictureKind } from '../core/exchange/export-kinds';
import { FILE, route } from './route';

const Name = z.string().trim().min(1, 'a profile needs a name').max(120);

/** A drafting profile as lists show it. */
export const ProfileEntry = z.object({
  id: z.string(),
  name: z.string(),
  standard: ProfileDocument.shape.standard,
  unit: ProfileDocument.shape.units.shape.unit,
  projection: ProfileDocument.shape.views.shape.projection,
  mark: ProfileDocument.shape.numbers.shape.mark,
  /** The newest revision that is released; 0 while there is none. */
  revision: z.int(),
  /** It has been changed since. */
  changed: z.boolean(),
  formats: z.int(),
  drawings: z.int(),
});
export type ProfileEntry = z.infer<typeof ProfileEntry>;

/** A released revision of a profile. */
export const ProfileRevision = z.object({
  number: z.int(),
  why: z.string(),
  who: z.string(),
  when: z.string(),
});
export type ProfileRevision = z.infer<typeof ProfileRevision>;

/** A profile as it stands, with what it was at its last release. */
export const ProfileView = ProfileEntry.extend({
  document: ProfileDocument,
  released: ProfileDocument.optional(),
  /** The newest first. */
  revisions: z.array(ProfileRevision),
  version: z.int(),
});
export type ProfileView = z.infer<typeof ProfileView>;

export const listProfiles = route({ method: 'GET', path: '/api/profiles', answer: z.array(ProfileEntry) });

/** Adds a profile, as a standard has it or as a copy of another. */
export const addProfile = route({
  method: 'POST',
  path: '/api/profiles',
  body: z.object({
    name: Name,
    from: z.union([z.object({ standard: ProfileDocument.shape.standard }), z.object({ copyOf: z.string() })]),
  }),
  answer: z.object({ id: z.string() }),
});

export const readProfile = route({ method: 'GET', path: '/api/profiles/[id]', answer: ProfileView });

export const renameProfile = route({
  method: 'PUT',
  path: '/api/profiles/[id]',
  body: z.object({ name: Name }),
  answer: z.object({ name: z.string() }),
});

/** Takes a profile out that no format and no drawing names. */
export const removeProfile = route({
  method: 'DELETE',
  path: '/api/profiles/[id]',
  answer: z.object({ removed: z.literal(true) }),
});

/**
 * Changes settings, each if it is still what it was before; 409 with the profile as it is when somebody else has changed one. A path of
 * *values* and a property's id is a value of the house's own.
 */
export const changeSettings = route({
  method: 'PUT',
  path: '/api/profiles/[id]/settings',
  body: z.object({
    changes: z
      .array(z.object({ path: z.string().max(200), before: Value.nullable(), value: Value.nullable() }))
      .min(1)
      .max(400),
  }),
  answer: ProfileView,
});

/** Releases a profile as its next revision: drawings in work follow it. */
export const releaseProfile = route({
  method: 'POST',
  path: '/api/profiles/[id]/revisions',
  body: z.object({ version: z.int(), why: z.string().trim().min(1, 'say what changed').max(300) }),
  answer: ProfileView,
});

/** A profile as it was released. */
export const readRevision = route({
  method: 'GET',
  path: '/api/profiles/[id]/revisions/[number]',
  answer: ProfileDocument,
});

/** Writes a profile's specimen drawing as a file. */
export const exportSpecimen = route({
  method: 'POST',
  path: '/api/profiles/[id]/drawing',
  body: z.object({ kind: PictureKind, paper: z.enum(['A4', 'A3', 'A1']) }),
  answer: FILE,
});
