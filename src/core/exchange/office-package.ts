import { z } from 'zod';
import { isPlain } from '../plain-id';
import { PictureData } from '../picture/picture';
import { PropertyDefinition } from '../property/definition';
import { Values } from '../property/value';
import { RevisionRow } from '../revision/rows';

/** The version of the package's shape. */
export const PACKAGE_VERSION = 1;

const Id = z
  .string()
  .regex(/^[a-zA-Z0-9][a-zA-Z0-9._-]*$/, 'takes letters, numerals, hyphens, points and underscores')
  .max(80)
  .refine(isPlain, 'is not to be used as an id');
const Name = z.string().min(1).max(200);
const Hash = z.string().regex(/^[0-9a-f]{64}$/);
/** A document with its own version, read by its own upgrade chain. */
const Versioned = z.looseObject({ version: z.int() });
const State = z.enum(['open', 'released', 'withdrawn']);

const PackagedEdition = z.object({
  id: Id,
  number: z.int().min(1),
  state: State,
  document: Versioned,
  successor: Id.nullable(),
  /** How it was released; a released edition composes from its snapshot alone. */
  release: z
    .object({
      snapshot: Hash,
      note: z.string().max(1000),
      reason: z.string().max(300).nullable(),
      releasedBy: z.string().max(120),
      releasedAt: z.iso.datetime(),
      /** The office that released it, where that is not the one that packed it. */
      origin: z.string().max(300).optional(),
      countsFrom: z.iso.date(),
      scenes: z.record(z.string().max(60), Hash),
    })
    .optional(),
});

/** Everything of a package but its files. */
export const PackageContents = z.object({
  kind: z.literal('zonograph/office-package'),
  version: z.literal(PACKAGE_VERSION),
  /** From whose office it is. */
  from: z.string().max(300),
  properties: z.array(PropertyDefinition).max(5000),
  places: z.array(
    z.object({
      id: Id,
      source: z.enum(['organisation', 'project', 'drawing']),
      name: Name,
      values: Values,
      isDefault: z.boolean(),
    }),
  ),
  ruleBooks: z.array(z.object({ id: Id, name: Name, document: z.looseObject({}) })),
  profiles: z.array(
    z.object({
      id: Id,
      name: Name,
      document: Versioned,
      revisions: z.array(
        z.object({ number: z.int().min(1), document: Versioned, why: z.string().max(1000), who: z.string().max(200) }),
      ),
    }),
  ),
  formats: z.array(
    z.object({
      id: Id,
      name: Name,
      description: z.string().max(500),
      category: z.string().max(60),
      tags: z.array(z.string().max(60)),
      profile: Id,
      sample: Id,
      project: Id,
      /** With what it is proved. */
      settings: z.object({
        today: z.iso.date(),
        scale: z.string().max(20),
        revisions: z.array(RevisionRow).max(200).optional(),
      }),
      editions: z.array(PackagedEdition).min(1),
    }),
  ),
  starters: z.array(
    z.object({
      id: Id,
      editions: z
        .array(
          z.object({
            id: Id,
            number: z.int().min(1),
            state: State,
            document: z.looseObject({}),
            note: z.string().max(1000),
          }),
        )
        .min(1),
    }),
  ),
  pictures: z.array(z.object({ hash: Hash, name: z.string().max(300), picture: PictureData })),
  fonts: z.array(z.object({ hash: Hash, name: z.string().max(200) })),
  /** SHA-256 of every other file, by its path. */
  files: z.record(z.string().max(200), Hash),
});
export type PackageContents = z.infer<typeof PackageContents>;

/** A package of formats or of a whole office, with its files: snapshots as text, rasters and fonts as bytes, by hash. */
export interface OfficePackage {
  contents: Omit<PackageContents, 'kind' | 'version' | 'files'>;
  snapshots: ReadonlyMap<string, string>;
  pictures: ReadonlyMap<string, Uint8Array>;
  fonts: ReadonlyMap<string, Uint8Array>;
}
