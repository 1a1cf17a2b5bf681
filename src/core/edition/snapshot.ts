import { z } from 'zod';
import { canonicalJson, hashOfText } from '../format/canonical';
import type { FormatDocument } from '../format/document';
import { documentFonts } from '../format/fonts-used';
import { picturesShown } from '../format/pictures-used';
import { storedDocument } from '../format/reading';
import { linksByProperty } from '../format/usage';
import { type NamedProfile, profileFacts } from '../profile/printed';
import { storedProfile } from '../profile/reading';
import { PropertyDefinition } from '../property/definition';
import { Facts } from '../property/facts';
import { type Outcome, refuse } from '../refusal';
import { NamedBook } from '../rules/document';

/** What a released edition's own sheets are filled with beside definitions and profile: the values it was proved and shown with. */
const ShownWith = Facts.pick({ drawing: true, project: true, organisation: true, revisions: true, today: true });

/**
 * All that a released edition composes from: its document, the definitions of the properties that it prints, the profile revision with
 * its rule book, the office's texts, and fonts and pictures by the hash of their content. Kept as canonical JSON under its own hash, it
 * is never written again; a document or profile of an earlier version is upgraded at reading.
 */
export const Snapshot = z.object({
  kind: z.literal('zonograph/snapshot'),
  version: z.literal(1),
  /** How it is written: 2 joins the corners of blocks; absent in what was released before. */
  writing: z.literal(2).optional(),
  document: z.looseObject({ version: z.int() }),
  properties: z.array(PropertyDefinition),
  profile: z.object({
    id: z.string(),
    name: z.string(),
    /** 0: it had none that was released. */
    revision: z.int().min(0),
    document: z.looseObject({ version: z.int() }),
    rules: NamedBook.optional(),
  }),
  shownWith: ShownWith,
  scale: z.string(),
  fonts: z.array(z.object({ id: z.string(), hash: z.string() })),
  pictures: z.array(z.string()),
});
type Written = z.infer<typeof Snapshot>;

/** A snapshot as it is used: document and profile in the newest version. */
export type Frozen = Omit<Written, 'kind' | 'version' | 'document' | 'profile'> & {
  document: FormatDocument;
  profile: NamedProfile & { id: string; revision: number };
};

/**
 * The ids of the properties whose definitions decide what a format prints: those it links, those it asks for, and those that asked
 * values take their default from.
 */
export function propertiesPrinted(document: FormatDocument): Set<string> {
  const presets = document.asked.flatMap(({ property, default: preset }) => [
    ...(property === undefined ? [] : [property]),
    ...(typeof preset === 'object' && 'property' in preset ? [preset.property] : []),
  ]);
  return new Set([...linksByProperty(document).keys(), ...presets]);
}

/**
 * The snapshot of an edition that is released, as the text that is kept and its hash.
 *
 * @param hashOfFont SHA-256 of a font's file by its id; undefined when the font is not there
 * Refused when a font that the format names is not there.
 */
export function snapshotOf(
  {
    document,
    properties,
    profile,
    shownWith,
    scale,
  }: Pick<Frozen, 'document' | 'profile' | 'shownWith' | 'scale'> & { properties: Iterable<PropertyDefinition> },
  hashOfFont: (id: string) => string | undefined,
): Outcome<{ text: string; hash: string }> {
  const printed = propertiesPrinted(document);
  const fonts: Written['fonts'] = [];
  for (const id of documentFonts(document).sort()) {
    const hash = hashOfFont(id);
    if (hash === undefined)
      return refuse(`The font ${id} is not there any more. Choose another one for its lettering.`);
    fonts.push({ id, hash });
  }
  const { id, name, revision, rules } = profile;
  const written: Written = {
    kind: 'zonograph/snapshot',
    version: 1,
    writing: 2,
    document,
    properties: [...properties].filter((property) => printed.has(property.id)).sort((a, b) => (a.id < b.id ? -1 : 1)),
    profile: { id, name, revision, document: profile.document, ...(rules && { rules }) },
    shownWith: ShownWith.parse(shownWith),
    scale,
    fonts,
    pictures: picturesShown(document, { ...shownWith, profile: profile.document }).sort(),
  };
  const text = canonicalJson(written);
  return { ok: true, text, hash: hashOfText(text) };
}

/**
 * Reads the text of a snapshot that is kept under a hash. Refused when it is not, to the last byte, what was frozen, and when that cannot be
 * read.
 */
export function readSnapshot(text: string, hash: string): Outcome<{ frozen: Frozen }> {
  if (hashOfText(text) !== hash)
    return refuse('what was frozen with it has been changed since: its hash is another one');
  try {
    return { ok: true, frozen: frozenIn(text) };
  } catch {
    return refuse('what was frozen with it cannot be read: it is no snapshot, although its hash is right');
  }
}

/** @throws when the text is no snapshot */
function frozenIn(text: string): Frozen {
  const { writing, document, properties, profile, shownWith, scale, fonts, pictures } = Snapshot.parse(
    JSON.parse(text),
  );
  return {
    ...(writing && { writing }),
    document: storedDocument(document, properties),
    properties,
    profile: { ...profile, document: storedProfile(profile.document, properties) },
    shownWith,
    scale,
    fonts,
    pictures,
  };
}

/** The facts that a released edition's own sheets are filled with, from its snapshot alone. */
export const frozenFacts = ({
  shownWith,
  profile,
  properties,
}: Pick<Frozen, 'shownWith' | 'profile' | 'properties'>): Omit<Facts, 'model' | 'variant'> => ({
  ...shownWith,
  ...profileFacts(profile),
  definitions: definitionsOf(properties),
});

/** Definitions by their property's id. */
export const definitionsOf = (properties: readonly PropertyDefinition[]): NonNullable<Facts['definitions']> =>
  Object.fromEntries(properties.map((property) => [property.id, property]));
