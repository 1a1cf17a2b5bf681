import { z } from 'zod';
import type { FormatDocument } from '../format/document';
import { issueInWords } from '../format/issue-words';
import { readDocument } from '../format/reading';
import { PictureData } from '../picture/picture';
import { ProfileDocument } from '../profile/document';
import { readProfile } from '../profile/reading';
import { PropertyDefinition } from '../property/definition';
import { valuesById } from '../property/places-by-name';
import { Values } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { RevisionRow } from '../revision/rows';
import { NamedBook } from '../rules/document';
import { standardBook } from '../rules/standard-book';
import { type Chain, upgraded } from '../upgrading';

const Name = z.string().trim().min(1).max(120);

/** Values by property id. */
const Named = z.object({ name: Name, values: Values });

/** A picture with its file, base64, when it is a raster. */
const PackagedPicture = z.intersection(PictureData, z.object({ data: z.base64().optional() }));

/** The version of the package's shape. */
const PACKAGE_VERSION = 4;

/** What a format file holds beside the document, so that it composes alone. */
const Surroundings = z.object({
  kind: z.literal('zonograph/package'),
  version: z.literal(PACKAGE_VERSION),
  properties: z.array(PropertyDefinition).max(2000),
  organisation: Named,
  project: Named,
  profile: z.object({ name: Name, document: ProfileDocument }),
  /** The rule book that its findings follow. */
  rules: NamedBook,
  /** A drawing's data to prove the format with, and the day it is proved on. */
  sample: z.object({
    drawing: Named,
    today: z.iso.date(),
    scale: z.string().max(20),
    revisions: z.array(RevisionRow).max(200).optional(),
  }),
  /** Pictures by hash, rasters with their files. */
  pictures: z.record(z.string().regex(/^[0-9a-f]{64}$/), PackagedPicture).optional(),
  /** Fonts by id; shipped ones need no hash. */
  fonts: z.array(z.object({ id: z.string(), hash: z.string().optional() })).max(40),
});

export type FormatPackage = z.infer<typeof Surroundings> & { format: FormatDocument };

/** As much of a package of version 1 as its upgrade goes by. */
const Version1 = z.looseObject({
  properties: z.array(PropertyDefinition),
  organisation: Named,
  project: Named,
  profile: Named,
  sample: z.looseObject({ drawing: Named }),
  format: z.looseObject({ asked: z.array(z.looseObject({ key: z.string(), name: z.string() })).optional() }),
});

/** From version 1, whose places gave their values by name. */
function fromVersion1(json: Record<string, unknown>): Record<string, unknown> {
  const parsed = Version1.safeParse(json);
  // What is no sound package is refused by its shape afterwards.
  if (!parsed.success) return json;
  const { properties, sample, format } = parsed.data;
  const named = (source: 'organisation' | 'project' | 'profile') => {
    const { name, values } = parsed.data[source];
    return { name, values: valuesById(values, source, properties) };
  };
  const { name, values } = sample.drawing;
  return {
    ...json,
    organisation: named('organisation'),
    project: named('project'),
    profile: named('profile'),
    sample: {
      ...sample,
      drawing: { name, values: valuesById(values, 'drawing', properties, format.asked) },
    },
  };
}

/** As much of a package of version 2 as its upgrade goes by. */
const Version2 = z.looseObject({
  profile: Named,
  sample: z.looseObject({ decimalMark: z.enum([',', '.']) }),
});

/** From version 2, whose profile was notes alone, and whose decimal mark the sample's. */
function fromVersion2(json: Record<string, unknown>): Record<string, unknown> {
  const parsed = Version2.safeParse(json);
  if (!parsed.success) return json;
  const { name, values } = parsed.data.profile;
  const { decimalMark, ...sample } = parsed.data.sample;
  const read = readProfile({ version: 1, values, mark: decimalMark });
  return read.ok ? { ...json, profile: { name, document: read.profile }, sample } : json;
}

/** As much of a package of version 3 as its upgrade goes by. */
const Version3 = z.looseObject({
  profile: z.looseObject({ document: z.looseObject({ standard: ProfileDocument.shape.standard }) }),
});

/** From version 3, whose profile named no rule book: that of its standard. */
function fromVersion3(json: Record<string, unknown>): Record<string, unknown> {
  const parsed = Version3.safeParse(json);
  if (!parsed.success) return json;
  const { profile } = parsed.data;
  const read = readProfile(profile.document);
  if (!read.ok) return json;
  return {
    ...json,
    profile: { ...profile, document: read.profile },
    rules: standardBook(profile.document.standard),
  };
}

const CHAIN: Chain<undefined> = {
  what: 'format file',
  newest: PACKAGE_VERSION,
  steps: { 1: fromVersion1, 2: fromVersion2, 3: fromVersion3 },
};

/** Reads a format file (the JSON value of it): the package's own shape, then the document in it, each from its version. */
export function readPackage(json: unknown): Outcome<{ package: FormatPackage }> {
  const head = z.looseObject({ kind: z.literal('zonograph/package'), version: z.int() }).safeParse(json);
  if (!head.success)
    return refuse('This is not a Zonograph format file: it has no kind “zonograph/package” and version.');
  const newest = upgraded(head.data, CHAIN, undefined);
  if (!newest.ok) return newest;
  const surroundings = Surroundings.safeParse(newest.json);
  if (!surroundings.success) return refuse(issueInWords(surroundings.error, 'The format file'));
  const document = readDocument(newest.json.format, surroundings.data.properties);
  if (!document.ok) return document;
  return { ok: true, package: { ...surroundings.data, format: document.document } };
}

/** The pictures of a package as sheets are composed with them, by hash. */
export const picturesIn = ({ pictures = {} }: Pick<FormatPackage, 'pictures'>): Map<string, PictureData> =>
  new Map(Object.entries(pictures).map(([hash, { data: _, ...picture }]) => [hash, picture as PictureData]));

/** The files of the raster pictures of a package, by hash. */
export const picturesFiles = ({ pictures = {} }: Pick<FormatPackage, 'pictures'>): Map<string, Uint8Array> =>
  new Map(
    Object.entries(pictures).flatMap(([hash, { data }]) =>
      data === undefined ? [] : [[hash, Uint8Array.from(atob(data), (byte) => byte.charCodeAt(0))] as const],
    ),
  );
