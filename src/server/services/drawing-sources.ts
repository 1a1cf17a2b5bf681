import { modelHash } from '../../core/drawing/drawing';
import type { DrawingFormat, DrawingSources } from '../../core/drawing/sheets';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import { documentFonts } from '../../core/format/fonts-used';
import { picturesUsed } from '../../core/format/pictures-used';
import type { Resources } from '../../core/scene/resources';
import { modelFacts } from '../../core/specimen/model-facts';
import { type Models, modelSources } from '../../core/specimen/models';
import { seenValues } from '../../core/specimen/seen-values';
import { type Database, database } from '../database';
import type { DrawingRow } from '../repositories/drawings';
import { findEdition } from '../repositories/formats';
import { findPictures } from '../repositories/pictures';
import { fontsFor } from './fonts';
import { type FormatView, proofFacts } from './formats';
import { ServiceError } from './service-error';

/** The editions that a drawing's sheets are made by, its own first. */
export const editionsOf = ({ editionId, sheets }: Pick<DrawingRow, 'editionId' | 'sheets'>): string[] => [
  ...new Set([editionId, ...sheets.flatMap(({ edition }) => edition ?? [])]),
];

const OFF_THE_SHELF = 'A sheet’s format is no longer on the shelf. Choose another one.';

/** The formats of a drawing's sheets, its own first. @param known those that are read already, by edition; more are added */
export async function documentsFor(
  db: Database,
  row: Pick<DrawingRow, 'editionId' | 'sheets'>,
  known = new Map<string, FormatDocument>(),
): Promise<FormatDocument[]> {
  const ids = editionsOf(row);
  for (const id of ids.filter((one) => !known.has(one))) {
    const edition = await findEdition(db, id);
    if (!edition) throw new ServiceError(422, OFF_THE_SHELF);
    known.set(id, edition.document);
  }
  return ids.map((id) => known.get(id)!);
}

/** What a model gives, in a variant of it; nothing where it is no longer there. */
export function modelOf({ specimen, variant }: Pick<DrawingRow, 'specimen' | 'variant'>, models: Models) {
  const model = models.specimens.find((one) => one.id === specimen);
  return model ? modelFacts(model, variant, modelSources(models)) : {};
}

/** A hash of all that the models on a drawing's sheets give it. */
export function shownHash(row: DrawingRow, models: Models): string {
  const others = row.sheets.flatMap(({ specimen, variant }) =>
    specimen === undefined ? [] : [modelHash(modelOf({ specimen, variant }, models))],
  );
  const own = modelHash(modelOf(row, models));
  return others.length === 0 ? own : canonicalHash([own, ...others]);
}

/** A format as an edition of it stands, with what its sheets are filled from. */
async function formatAt(editionId: string): Promise<FormatView> {
  const edition = await findEdition(database, editionId);
  if (!edition) throw new ServiceError(422, OFF_THE_SHELF);
  const { id, formatId, hash, document, number, state, version } = edition;
  return {
    id: formatId,
    name: document.name,
    edition: { id, hash, document, number, state, version },
    ...(await proofFacts(formatId)),
  };
}

/** What a drawing's sheets are made from: its format, those of other sheets, the models. */
export async function sourcesOf(row: Pick<DrawingRow, 'editionId' | 'sheets'>, models: Models) {
  const [format, ...others] = await Promise.all(editionsOf(row).map(formatAt));
  const made = ({ edition: { document }, facts, scale }: FormatView): DrawingFormat => ({ document, facts, scale });
  return {
    formats: [format!, ...others],
    sources: {
      format: made(format!),
      others: new Map(others.map((other) => [other.edition.id, made(other)])),
      models: modelSources(models),
    } satisfies DrawingSources,
  };
}

export const documentsOf = (formats: readonly FormatView[]) => formats.map(({ edition }) => edition.document);

/** What sheets of some formats are composed with, and the files of their fonts. */
export async function resourcesOf(formats: readonly FormatView[], { properties, specimens }: Models) {
  const documents = documentsOf(formats);
  const fonts = await fontsFor([...new Set(documents.flatMap((document) => [...documentFonts(document)]))]);
  const resources: Resources = {
    properties: new Map(properties.map((property) => [property.id, property])),
    fonts: fonts.tables,
    seen: seenValues(properties, specimens),
    pictures: new Map(Object.entries(await findPictures(database, documents.flatMap(picturesUsed)))),
  };
  return { resources, fontFile: fonts.file };
}
