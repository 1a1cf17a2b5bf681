import { randomUUID } from 'node:crypto';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import { picturesUsed } from '../../core/format/pictures-used';
import { readDocument } from '../../core/format/reading';
import type { Facts } from '../../core/property/facts';
import type { PictureData } from '../../core/picture/picture';
import { revisionTableRow } from '../../core/revision/rows';
import type { Models } from '../../core/specimen/models';
import { THE_ADMINISTRATOR } from '../account';
import { database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import {
  type EditionRow,
  type FormatRow,
  allFormats,
  findEdition,
  findFormat,
  formatEntries,
  insertEdition,
  insertFormat,
  newestEdition,
  replaceDocument,
  setFormatName,
} from '../repositories/formats';
import { type FontEntry, allFonts } from '../repositories/fonts';
import { findPictures } from '../repositories/pictures';
import { type ValuePlace, allValuePlaces } from '../repositories/value-places';
import { modelsAtHand } from './models-at-hand';
import { ServiceError } from './service-error';

/** What a sheet is filled from beside the model. */
export type OfficeFacts = Omit<Facts, 'model' | 'variant'>;

export interface EditionView {
  id: string;
  number: number;
  state: EditionRow['state'];
  version: number;
  hash: string;
  document: FormatDocument;
}

export interface FormatView {
  id: string;
  name: string;
  edition: EditionView;
  facts: OfficeFacts;
  scale: string;
}

/** All that the shelf and the board need. */
export interface Office extends Models {
  formats: FormatView[];
  /** The pictures that the formats hold, and that values name, by hash. */
  pictures: Record<string, PictureData>;
  /** The office's own fonts; the shipped ones are known. */
  fonts: FontEntry[];
}

const view = (edition: EditionRow): EditionView => {
  const { id, number, state, version, hash, document } = edition;
  return { id, number, state, version, hash, document };
};

function factsOf(format: FormatRow, places: readonly ValuePlace[]): OfficeFacts {
  const named = (place: ValuePlace | undefined) => place && { name: place.name, values: place.values };
  const byId = (id: string) => named(places.find((place) => place.id === id));
  return {
    drawing: byId(format.sampleId),
    project: byId(format.projectId),
    profile: byId(format.profileId),
    organisation: named(places.find((place) => place.source === 'organisation')),
    ...(format.settings.revisions && { revisions: format.settings.revisions.map(revisionTableRow) }),
    today: format.settings.today,
    locale: { decimalMark: format.settings.decimalMark },
  };
}

async function formatView(format: FormatRow, places: readonly ValuePlace[]): Promise<FormatView[]> {
  const edition = await newestEdition(database, format.id);
  if (!edition) return [];
  return [
    {
      id: format.id,
      name: format.name,
      edition: view(edition),
      facts: factsOf(format, places),
      scale: format.settings.scale,
    },
  ];
}

/** The whole office, or with `only` one format of it. */
export async function office(only?: string): Promise<Office> {
  const [formats, places, models, fonts] = await Promise.all([
    only === undefined ? allFormats(database) : findFormat(database, only).then((row) => (row ? [row] : [])),
    allValuePlaces(database),
    modelsAtHand(),
    allFonts(database),
  ]);
  if (only !== undefined && formats.length === 0) throw new ServiceError(404, 'There is no such format on the shelf.');
  const views = (await Promise.all(formats.map((format) => formatView(format, places)))).flat();
  const named = places
    .flatMap((place) => Object.values(place.values))
    .filter((value) => typeof value === 'string' && /^[0-9a-f]{64}$/.test(value));
  const hashes = new Set([...views.flatMap((format) => picturesUsed(format.edition.document)), ...(named as string[])]);
  return {
    formats: views,
    ...models,
    pictures: await findPictures(database, [...hashes]),
    fonts,
  };
}

/** The formats on the shelf by name, each with its newest edition's id. */
export const shelf = () => formatEntries(database);

/** The facts a format is proved with, and the usual scale of its sheets. */
export async function proofFacts(formatId: string): Promise<{ facts: OfficeFacts; scale: string }> {
  const [format, places] = await Promise.all([findFormat(database, formatId), allValuePlaces(database)]);
  if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
  return { facts: factsOf(format, places), scale: format.settings.scale };
}

function sound(json: unknown): FormatDocument {
  const read = readDocument(json);
  if (!read.ok) throw new ServiceError(422, read.reason);
  return read.document;
}

const nameTaken = (name: string) =>
  new ServiceError(409, `There is a format named “${name}” already. Choose another name.`);

/** Copies a format's newest edition into a new format: inner ids stay, the format's id is new. */
export async function copyFormat(sourceId: string, name: string, document?: unknown): Promise<{ id: string }> {
  const given = document === undefined ? undefined : sound(document);
  const id = randomUUID();
  try {
    await transaction(async (db) => {
      const [source, edition] = [await findFormat(db, sourceId), await newestEdition(db, sourceId)];
      if (!source || !edition) throw new ServiceError(404, 'The format to copy is no longer on the shelf.');
      const copy = { ...(given ?? edition.document), id, name };
      await insertFormat(db, { ...source, id, name });
      await insertEdition(
        db,
        {
          id: randomUUID(),
          formatId: id,
          number: 1,
          state: 'open',
          document: copy,
          hash: canonicalHash(copy),
          version: 1,
        },
        THE_ADMINISTRATOR.id,
      );
      const words = `Copied from ${source.name}, edition ${edition.number}`;
      await noteChange(db, { account: THE_ADMINISTRATOR.id, subject: `format ${id}`, sitting: randomUUID(), words });
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(name) : error;
  }
  return { id };
}

/**
 * Puts a new format on the shelf. It is proved with the office's profile of that projection angle, and with the first
 * format's project, sample drawing, day and locale.
 */
export async function startFormat(json: unknown, projection: 'first angle' | 'third angle'): Promise<{ id: string }> {
  const document = sound(json);
  try {
    await transaction(async (db) => {
      const [model] = await allFormats(db);
      const places = await allValuePlaces(db);
      const profiles = places.filter((place) => place.source === 'profile');
      const profile = profiles.find((place) => place.values['Projection'] === projection) ?? profiles[0];
      if (!model || !profile) throw new ServiceError(422, 'The office has no drafting profile to prove a format with.');
      const inch = document.unit === 'in';
      await insertFormat(db, {
        ...model,
        id: document.id,
        name: document.name,
        profileId: profile.id,
        settings: { ...model.settings, decimalMark: inch ? '.' : ',' },
      });
      const edition = {
        id: randomUUID(),
        formatId: document.id,
        number: 1,
        state: 'open',
        document,
        hash: canonicalHash(document),
        version: 1,
      } as const;
      await insertEdition(db, edition, THE_ADMINISTRATOR.id);
      const subject = `format ${document.id}`;
      await noteChange(db, {
        account: THE_ADMINISTRATOR.id,
        subject,
        sitting: randomUUID(),
        words: `Started ${document.name}`,
      });
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(document.name) : error;
  }
  return { id: document.id };
}

export type SaveResult =
  | { saved: true; version: number; hash: string }
  | { saved: false; current: EditionView; reason: 'changed' | 'not open' };

/**
 * Saves the document of an open edition made on `version`. An equal document counts as saved (a reply may have been
 * lost); an edition that has moved on is not touched and comes back as it is now.
 */
export async function saveDocument(
  editionId: string,
  version: number,
  json: unknown,
  note: { sitting: string; words: string },
): Promise<SaveResult> {
  const document = sound(json);
  const hash = canonicalHash(document);
  try {
    return await transaction(async (db) => {
      const edition = await findEdition(db, editionId);
      if (!edition) throw new ServiceError(404, 'This edition is no longer there.');
      if (edition.formatId !== document.id) {
        throw new ServiceError(422, 'The document belongs to another format than the edition.');
      }
      if (edition.hash === hash) return { saved: true, version: edition.version, hash };
      if (edition.state !== 'open') return { saved: false, current: view(edition), reason: 'not open' };
      if (!(await replaceDocument(db, editionId, version, document, hash, THE_ADMINISTRATOR.id))) {
        return { saved: false, current: view((await findEdition(db, editionId))!), reason: 'changed' };
      }
      if (edition.document.name !== document.name) await setFormatName(db, edition.formatId, document.name);
      const subject = `format ${edition.formatId}, edition ${edition.number}`;
      await noteChange(db, { account: THE_ADMINISTRATOR.id, subject, ...note });
      return { saved: true, version: version + 1, hash };
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(document.name) : error;
  }
}
