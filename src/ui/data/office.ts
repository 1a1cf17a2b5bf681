import type { FormatView } from '../../contract/formats';
import type { OfficeView } from '../../contract/office';
import type { FormatDocument } from '../../core/format/document';
import { picturesShown } from '../../core/format/pictures-used';
import { type GlyphTableJson, glyphTableFromJson, glyphTableToJson } from '../../core/lettering/glyph-table';
import type { PictureData } from '../../core/picture/picture';
import type { Facts } from '../../core/property/facts';
import type { Resources } from '../../core/scene/resources';
import { modelFacts } from '../../core/specimen/model-facts';
import { type ModelSources, modelSources } from '../../core/specimen/models';
import { partsRules, partsTables } from '../../core/specimen/parts-tables';
import type { Specimen } from '../../core/specimen/specimen';
import { registerFonts } from '../theme/sheet-fonts';
import { fontQuery, modelsQuery, officeQuery, pictureQuery, shippedFontsQuery } from './queries';
import { theQueryClient } from './query-client';

/** What of the office a screen has at hand: the dictionary and what is on record, and those models and pictures that it shows. */
export interface OfficeData extends Pick<
  OfficeView,
  'properties' | 'seen' | 'people' | 'materials' | 'fonts' | 'habits' | 'today'
> {
  /** With all that they are made of. */
  specimens: Specimen[];
  pictures: Record<string, PictureData>;
}

/** Which model a sheet is filled from. */
export interface Filled {
  specimen: string;
  variant?: string;
}

/** The glyph tables of the shipped fonts and of the office's own, which the page learns to draw with. */
export async function loadFonts(own: OfficeData['fonts']): Promise<GlyphTableJson[]> {
  registerFonts(own.map((font) => font.id));
  const client = theQueryClient();
  const asked = [
    client.fetchQuery(shippedFontsQuery),
    ...own.map(async ({ id }) => [await client.fetchQuery(fontQuery(id))]),
  ];
  return (await Promise.all(asked)).flat();
}

/** The hashes of the pictures that formats hold, or that values of their places name. */
const picturesIn = (formats: readonly Pick<FormatView, 'facts' | 'edition'>[]): string[] => [
  ...new Set(formats.flatMap(({ edition, facts }) => picturesShown(edition.document, facts))),
];

/** Pictures by their hashes, each asked for once; one that is not in the office is left out, and a finding. */
export async function loadPicturesOf(hashes: readonly string[]): Promise<Record<string, PictureData>> {
  const client = theQueryClient();
  const found = await Promise.all(
    hashes.map(async (hash) => {
      const picture = await client.fetchQuery(pictureQuery(hash)).catch(() => undefined);
      return picture ? [[hash, picture] as const] : [];
    }),
  );
  return Object.fromEntries(found.flat());
}

/** The pictures of formats. */
export const loadPictures = (
  formats: readonly Pick<FormatView, 'facts' | 'edition'>[],
): Promise<Record<string, PictureData>> => loadPicturesOf(picturesIn(formats));

export interface AtHand {
  office: OfficeData;
  tables: GlyphTableJson[];
  resources: Resources;
}

/** Loads what sheets of some formats are composed from when they are filled from some models, as they are stored now. */
export async function loadAtHand(
  formats: readonly Pick<FormatView, 'facts' | 'edition'>[],
  models: readonly string[] | 'showpieces',
): Promise<AtHand> {
  const client = theQueryClient();
  const given = await client.fetchQuery({ ...officeQuery, staleTime: 0 });
  const ids = models === 'showpieces' ? given.showpieces : models;
  const [tables, specimens, pictures] = await Promise.all([
    loadFonts(given.fonts),
    ids.length > 0 ? client.fetchQuery({ ...modelsQuery(ids), staleTime: 0 }) : [],
    loadPictures(formats),
  ]);
  // Those that were asked for stand before what they are made of, in that order.
  const place = new Map(ids.map((id, i) => [id, i]));
  const ordered = specimens.toSorted((a, b) => (place.get(a.id) ?? Infinity) - (place.get(b.id) ?? Infinity));
  const office = officeFrom(given, ordered, pictures);
  return { office, tables, resources: resourcesFrom(office, tables) };
}

export const officeFrom = (
  { properties, seen, people, materials, fonts, habits, today }: OfficeView,
  specimens: Specimen[],
  pictures: Record<string, PictureData>,
): OfficeData => ({ properties, seen, people, materials, fonts, habits, today, specimens, pictures });

/** The glyph tables of resources, to make others with. */
export const tablesOf = (resources: Resources): GlyphTableJson[] => [...resources.fonts.values()].map(glyphTableToJson);

/** What compose() needs, made from the server's answers. */
export function resourcesFrom(
  { properties, seen, pictures }: Pick<OfficeData, 'properties' | 'seen' | 'pictures'>,
  tables: GlyphTableJson[],
): Resources {
  return {
    properties: new Map(properties.map((property) => [property.id, property])),
    fonts: new Map(tables.map((table) => [table.font, glyphTableFromJson(table)])),
    seen: new Map(Object.entries(seen)),
    pictures: new Map(Object.entries(pictures)),
  };
}

type Models = Pick<OfficeData, 'specimens' | 'properties' | 'materials'>;

const sourcesOf = new WeakMap<Specimen[], { of: Models; sources: ModelSources }>();

/** The models at hand made ready to be looked up in, once for the same ones. */
export function modelsAtHand(models: Models): ModelSources {
  const known = sourcesOf.get(models.specimens);
  if (known?.of.properties === models.properties && known.of.materials === models.materials) return known.sources;
  const sources = modelSources(models);
  sourcesOf.set(models.specimens, { of: models, sources });
  return sources;
}

/** The facts of a sheet of a format, filled from a model or from none; `document` is the format as it is on the board. */
export function factsFor(
  format: Pick<FormatView, 'facts' | 'edition'>,
  models: Models,
  filled: Filled | undefined,
  document: FormatDocument = format.edition.document,
): Facts {
  const sources = modelsAtHand(models);
  const specimen = filled && sources.specimens.get(filled.specimen);
  return {
    ...format.facts,
    ...(specimen && {
      ...modelFacts(specimen, filled.variant, sources),
      parts: partsTables(partsRules(document), { specimen, variant: filled.variant }, sources).parts,
    }),
  };
}
