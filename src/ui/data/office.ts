import type { FormatDocument } from '../../core/format/document';
import { type GlyphTableJson, glyphTableFromJson, glyphTableToJson } from '../../core/lettering/glyph-table';
import type { PictureData } from '../../core/picture/picture';
import type { PropertyDefinition } from '../../core/property/definition';
import type { Facts } from '../../core/property/facts';
import type { Resources } from '../../core/scene/resources';
import { modelFacts } from '../../core/specimen/model-facts';
import { seenValues } from '../../core/specimen/seen-values';
import type { Material } from '../../core/specimen/material';
import { type Models, modelSources } from '../../core/specimen/models';
import { partsRules, partsTables } from '../../core/specimen/parts-tables';
import type { Specimen } from '../../core/specimen/specimen';
import { registerFonts } from '../theme/sheet-fonts';
import { get } from './request';

export interface EditionData {
  id: string;
  number: number;
  state: 'open' | 'released' | 'withdrawn';
  version: number;
  hash: string;
  document: FormatDocument;
}

export interface FormatData {
  id: string;
  name: string;
  edition: EditionData;
  /** What a sheet is filled from beside the model. */
  facts: Omit<Facts, 'model' | 'variant'>;
  scale: string;
}

/** All that the shelf and the board need, as the server answers it. */
export interface OfficeData {
  formats: FormatData[];
  properties: PropertyDefinition[];
  specimens: Specimen[];
  /** With their densities, for the mass of shapes. */
  materials: Material[];
  pictures: Record<string, PictureData>;
  /** The office's own fonts, by the hash of their files. */
  fonts: { id: string; name: string }[];
}

/** Which model a sheet is filled from. */
export interface Filled {
  specimen: string;
  variant?: string;
}

export const loadOffice = (): Promise<OfficeData> => get('/api/office');
export const loadFormat = (id: string): Promise<OfficeData> => get(`/api/formats/${encodeURIComponent(id)}`);

const tables = new Map<string, Promise<GlyphTableJson[]>>();

/** Asks once; again after a failure. */
function once(path: string, ask: () => Promise<GlyphTableJson[]>): Promise<GlyphTableJson[]> {
  const asked =
    tables.get(path) ??
    ask().catch((error: unknown) => {
      tables.delete(path);
      throw error;
    });
  tables.set(path, asked);
  return asked;
}

/** The glyph tables of the shipped fonts and of the office's own, which the page learns to draw with. */
export async function loadFonts(own: OfficeData['fonts']): Promise<GlyphTableJson[]> {
  registerFonts(own.map((font) => font.id));
  const asked = [
    once('/api/fonts', () => get<GlyphTableJson[]>('/api/fonts')),
    ...own.map(({ id }) => {
      const path = `/api/fonts/${id}/table`;
      return once(path, async () => [await get<GlyphTableJson>(path)]);
    }),
  ];
  return (await Promise.all(asked)).flat();
}

/** The glyph tables of resources, to make others with. */
export const tablesOf = (resources: Resources): GlyphTableJson[] => [...resources.fonts.values()].map(glyphTableToJson);

/** What compose() needs, made from the server's answers. */
export function resourcesFrom(
  office: Pick<OfficeData, 'properties' | 'specimens' | 'pictures'>,
  tables: GlyphTableJson[],
): Resources {
  return {
    properties: new Map(office.properties.map((property) => [property.id, property])),
    fonts: new Map(tables.map((table) => [table.font, glyphTableFromJson(table)])),
    seen: seenValues(office.properties, office.specimens),
    pictures: new Map(Object.entries(office.pictures)),
  };
}

/** The facts of a sheet of a format, filled from a model or from none; `document` is the format as it is on the board. */
export function factsFor(
  format: Pick<FormatData, 'facts' | 'edition'>,
  models: Models,
  filled: Filled | undefined,
  document: FormatDocument = format.edition.document,
): Facts {
  const specimen = models.specimens.find((candidate) => candidate.id === filled?.specimen);
  const sources = modelSources(models);
  return {
    ...format.facts,
    ...(specimen && {
      ...modelFacts(specimen, filled?.variant, sources),
      parts: partsTables(partsRules(document), { specimen, variant: filled?.variant }, sources).parts,
    }),
  };
}
