import { randomUUID } from 'node:crypto';
import { type Answers, checkAnswers, modelHash } from '../../core/drawing/drawing';
import { type Revising, revise } from '../../core/drawing/revising';
import {
  type DrawingFormat,
  type DrawingSheet,
  type DrawingSources,
  drawnSheets,
  planDrawing,
  sheetTitle,
} from '../../core/drawing/sheets';
import { canonicalHash } from '../../core/format/canonical';
import { proposedAnswer, unanswered } from '../../core/format/asked';
import { documentFonts } from '../../core/format/fonts-used';
import type { FormatDocument } from '../../core/format/document';
import { picturesUsed } from '../../core/format/pictures-used';
import { sheetGeometry } from '../../core/format/sheet';
import type { Facts } from '../../core/property/facts';
import { resolveProperty } from '../../core/property/resolving';
import { valueText } from '../../core/property/value';
import type { RevisionScheme } from '../../core/revision/scheme';
import { compose } from '../../core/scene/compose';
import type { Resources } from '../../core/scene/resources';
import type { Models } from '../../core/specimen/models';
import { massSources, modelFacts, seenValues } from '../../core/specimen/seen-values';
import { THE_ADMINISTRATOR } from '../account';
import { database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import {
  type DrawingRow,
  allDrawings,
  findDrawing,
  insertDrawing,
  keepItems,
  replaceDrawing,
} from '../repositories/drawings';
import { findEdition, newestEdition } from '../repositories/formats';
import { findPictures } from '../repositories/pictures';
import { type ExportKind, type ExportedFile, writeSheets } from './export';
import { fontsFor } from './fonts';
import { type FormatView, type Office, office, proofFacts } from './formats';
import { modelsAtHand } from './models-at-hand';
import { takeNumber } from './numbering';
import { revisionScheme } from './revision-scheme';
import { ServiceError } from './service-error';

/** A drawing as the register lists it. */
export interface DrawingEntry extends DrawingRow {
  formatName: string;
  sizeName: string;
  modelName: string;
  title: string;
  /** Names of the asked values that have no answer yet. */
  open: string[];
  /** The newest revision's name. */
  revision: string | undefined;
  /** A finished drawing whose model gives something else now. */
  modelChanged: boolean;
}

const GONE = new ServiceError(404, 'There is no such drawing in the register.');

/** The register of drawings, newest first. */
export async function drawings(): Promise<DrawingEntry[]> {
  const [rows, models] = await Promise.all([allDrawings(database), modelsAtHand()]);
  const documents = new Map<string, FormatDocument>();
  for (const { editionId } of rows) {
    if (!documents.has(editionId)) documents.set(editionId, (await findEdition(database, editionId))!.document);
  }
  return rows.map((row) => entry(row, documents.get(row.editionId)!, models));
}

function modelOf({ specimen, variant }: Pick<DrawingRow, 'specimen' | 'variant'>, models: Models) {
  const model = models.specimens.find((one) => one.id === specimen);
  return model ? modelFacts(model, variant, massSources(models)) : {};
}

/** A hash of all that the models on a drawing's sheets give it. */
function shownHash(row: DrawingRow, models: Models): string {
  const others = row.sheets.flatMap(({ specimen, variant }) =>
    specimen === undefined ? [] : [modelHash(modelOf({ specimen, variant }, models))],
  );
  const own = modelHash(modelOf(row, models));
  return others.length === 0 ? own : canonicalHash([own, ...others]);
}

function entry(row: DrawingRow, document: FormatDocument, models: Models): DrawingEntry {
  const model = modelOf(row, models);
  const facts: Facts = { ...model, today: '2000-01-01', locale: { decimalMark: '.' } };
  const title = models.properties.find((property) => property.id === 'title');
  const value = title && resolveProperty(title, facts, {}).value;
  return {
    ...row,
    formatName: document.name,
    sizeName: document.sizes.find((size) => size.id === row.sizeId)?.name ?? row.sizeId,
    modelName: model.model?.name ?? row.specimen,
    title: value === undefined ? '' : valueText(value),
    open: unanswered(document, { ...facts, drawing: { name: row.number, values: row.answers } }).map((one) => one.name),
    revision: row.revisions.at(-1)?.revision,
    modelChanged: row.state === 'finished' && row.finishedWith !== shownHash(row, models),
  };
}

/** A format as an edition of it stands, with what its sheets are filled from. */
async function formatAt(editionId: string): Promise<FormatView> {
  const edition = await findEdition(database, editionId);
  if (!edition) throw new ServiceError(422, 'A sheet’s format is no longer on the shelf. Choose another one.');
  const { id, formatId, hash, document, number, state, version } = edition;
  return {
    id: formatId,
    name: document.name,
    edition: { id, hash, document, number, state, version },
    ...(await proofFacts(formatId)),
  };
}

/** What a drawing's sheets are made from: its format, those of other sheets, the models. */
async function sourcesOf(row: Pick<DrawingRow, 'editionId' | 'sheets'>, models: Models) {
  const ids = [...new Set(row.sheets.flatMap(({ edition }) => (edition === undefined ? [] : [edition])))];
  const [format, ...others] = await Promise.all([row.editionId, ...ids].map(formatAt));
  const made = ({ edition: { document }, facts, scale }: FormatView): DrawingFormat => ({ document, facts, scale });
  return {
    formats: [format!, ...others],
    sources: {
      format: made(format!),
      others: new Map(others.map((other) => [other.edition.id, made(other)])),
      models,
    } satisfies DrawingSources,
  };
}

/**
 * One drawing, with the formats of its sheets as they stand in its editions, its own first, and all that its sheets are composed from.
 * Parts that have no item number yet get theirs, which they keep from then on: somebody has seen it.
 */
export async function drawing(
  id: string,
): Promise<{ drawing: DrawingEntry; office: Office; scheme: RevisionScheme; today: string }> {
  const row = await findDrawing(database, id);
  if (!row) throw GONE;
  const [at, scheme] = await Promise.all([office(row.formatId), revisionScheme()]);
  const { formats, sources } = await sourcesOf(row, at);
  const { items } = drawnSheets(row, sources);
  if (canonicalHash(items) !== canonicalHash(row.items)) await keepItems(database, id, items);
  const pictures = await findPictures(
    database,
    formats.flatMap(({ edition }) => picturesUsed(edition.document)),
  );
  return {
    drawing: entry({ ...row, items }, formats[0]!.edition.document, at),
    office: { ...at, formats, pictures: { ...at.pictures, ...pictures } },
    scheme,
    today: today(),
  };
}

export interface NewDrawing {
  formatId: string;
  specimen: string;
  variant?: string;
  sizeId: string;
}

/** What a drawing begins with. */
const FIRST_SHEET: DrawingSheet = { id: 'first', name: '' };

/** YYYY-MM-DD */
const today = () => new Date().toISOString().slice(0, 10);

/** Makes a drawing: it takes the next free number, and what its asked values propose are its first answers. */
export async function makeDrawing({ formatId, specimen, variant, sizeId }: NewDrawing): Promise<{ id: string }> {
  const id = randomUUID();
  await transaction(async (db) => {
    const [edition, models] = [await newestEdition(db, formatId), await modelsAtHand()];
    if (!edition) throw new ServiceError(404, 'There is no such format on the shelf.');
    const model = models.specimens.find((one) => one.id === specimen);
    if (!model) throw new ServiceError(422, 'The model is no longer there. Choose another one.');
    if (variant !== undefined && !model.variants.some((one) => one.name === variant))
      throw new ServiceError(422, `${model.name} has no variant “${variant}”.`);
    const geometry = sheetGeometry(edition.document, sizeId);
    if (!geometry.ok) throw new ServiceError(422, geometry.reason);
    const { facts } = await proofFacts(formatId);
    const filled = { ...facts, drawing: undefined, ...modelOf({ specimen, variant }, models) };
    const number = await takeNumber(db);
    const answers: Answers = {};
    for (const asked of edition.document.asked) {
      const proposed = proposedAnswer(asked, {
        today: today(),
        me: THE_ADMINISTRATOR.name,
        resolve: (property) => {
          const definition = models.properties.find((one) => one.id === property);
          return definition && resolveProperty(definition, filled, {}).value;
        },
      });
      if (proposed !== undefined) answers[asked.key] = proposed;
    }
    await insertDrawing(
      db,
      { id, number, editionId: edition.id, specimen, variant, sizeId, answers, sheets: [FIRST_SHEET] },
      THE_ADMINISTRATOR.id,
    );
    const words = `Made drawing ${number}`;
    await noteChange(db, { account: THE_ADMINISTRATOR.id, subject: `drawing ${id}`, sitting: randomUUID(), words });
  });
  return { id };
}

export interface DrawingChange {
  version: number;
  sizeId?: string;
  answers?: Answers;
  overruled?: Answers;
  sheets?: DrawingSheet[];
  state?: DrawingRow['state'];
}

/** Changes a drawing, if it is still of the version the change was made on. A finished one is reopened before it changes. */
export async function changeDrawing(id: string, change: DrawingChange): Promise<DrawingEntry> {
  return replaced(id, change.version, change.state, async (row, document, models) => {
    const next: DrawingRow = {
      ...row,
      sizeId: change.sizeId ?? row.sizeId,
      answers: change.answers ?? row.answers,
      overruled: change.overruled ?? row.overruled,
      sheets: change.sheets ?? row.sheets,
      state: change.state ?? row.state,
    };
    const geometry = sheetGeometry(document, next.sizeId);
    if (!geometry.ok) throw new ServiceError(422, geometry.reason);
    const sound = checkAnswers(document, next);
    if (!sound.ok) throw new ServiceError(422, sound.reason);
    const missing = requiredOpen(document, next);
    if (next.state === 'finished' && missing.length > 0)
      throw new ServiceError(
        422,
        `Drawing ${row.number} cannot be finished: ${missing.join(', ')} is still asked for.`,
      );
    if (!change.sheets) return next;
    await checkSheets(change.sheets, models);
    const { sources } = await sourcesOf(next, models);
    return { ...next, items: drawnSheets(next, sources).items };
  });
}

/** Refuses sheets of sizes, formats, models and variants that are not there. */
async function checkSheets(sheets: readonly DrawingSheet[], models: Models): Promise<void> {
  for (const [i, sheet] of sheets.entries()) {
    const model = models.specimens.find((one) => one.id === sheet.specimen);
    if (sheet.specimen !== undefined && !model)
      throw new ServiceError(422, `The model of sheet ${i + 1} is no longer there. Choose another one.`);
    if (model && sheet.variant !== undefined && !model.variants.some((one) => one.name === sheet.variant))
      throw new ServiceError(422, `${model.name} has no variant “${sheet.variant}”.`);
    if (sheet.edition !== undefined) await formatAt(sheet.edition);
  }
}

/** Adds a revision to a drawing, changes its newest or withdraws it, if it is still of the version that was revised. */
export async function reviseDrawing(id: string, version: number, revising: Revising): Promise<DrawingEntry> {
  return replaced(id, version, undefined, async (row, _, models) => {
    const { formats, sources } = await sourcesOf(row, models);
    const { resources } = await resourcesOf(formats, models);
    const revised = revise(row, revising, { ...sources, resources, scheme: await revisionScheme(), today: today() });
    if (!revised.ok) throw new ServiceError(422, revised.reason);
    return { ...row, revisions: revised.rows };
  });
}

/** Makes a change of a drawing of that version and keeps it. @throws ServiceError 409 with the drawing as it is when it has moved on */
async function replaced(
  id: string,
  version: number,
  state: DrawingRow['state'] | undefined,
  change: (row: DrawingRow, document: FormatDocument, models: Models) => Promise<DrawingRow>,
): Promise<DrawingEntry> {
  return transaction(async (db) => {
    const row = await findDrawing(db, id);
    if (!row) throw GONE;
    const [edition, models] = [(await findEdition(db, row.editionId))!, await modelsAtHand()];
    if (row.state === 'finished' && state !== 'in work')
      throw new ServiceError(422, `Drawing ${row.number} is finished. Take it up again to change it.`);
    const next = await change(row, edition.document, models);
    next.finishedWith = next.state === 'finished' ? shownHash(next, models) : undefined;
    if (!(await replaceDrawing(db, next, version))) {
      const current = await findDrawing(db, id);
      throw new ServiceError(409, `Somebody changed drawing ${row.number} meanwhile. Look at it and change it again.`, {
        current: entry(current!, edition.document, models),
      });
    }
    return entry({ ...next, version: version + 1 }, edition.document, models);
  });
}

const requiredOpen = (document: FormatDocument, { answers }: Pick<DrawingRow, 'answers'>): string[] =>
  document.asked
    .filter(({ key, required }) => required && (answers[key] === undefined || answers[key] === ''))
    .map(({ name }) => name);

/** What sheets of some formats are composed with, and the files of their fonts. */
async function resourcesOf(formats: readonly FormatView[], { properties, specimens }: Models) {
  const documents = formats.map(({ edition }) => edition.document);
  const fonts = await fontsFor([...new Set(documents.flatMap((document) => [...documentFonts(document)]))]);
  const resources: Resources = {
    properties: new Map(properties.map((property) => [property.id, property])),
    fonts: fonts.tables,
    seen: seenValues(properties, specimens),
    pictures: new Map(Object.entries(await findPictures(database, documents.flatMap(picturesUsed)))),
  };
  return { resources, fontFile: fonts.file };
}

/**
 * Writes all sheets of a drawing as a file.
 * @throws ServiceError 422 with `open`, the names of what is unanswered, unless that is taken `as it is`
 */
export async function exportDrawing(id: string, kind: ExportKind, asItIs: boolean): Promise<ExportedFile> {
  const { drawing: row, office: at } = await drawing(id);
  if (row.open.length > 0 && !asItIs) {
    throw new ServiceError(422, `Still unanswered: ${row.open.join(', ')}.`, { open: row.open });
  }
  const { formats, sources } = await sourcesOf(row, at);
  const { resources, fontFile } = await resourcesOf(formats, at);
  const planned = planDrawing(row, sources, resources);
  const sheets = planned.map((sheet) => {
    const { document, sizeId, place, facts } = sheet;
    const composed = compose(
      document,
      { sizeId, sheet: place, show: 'values' },
      { ...facts, today: today() },
      resources,
    );
    if (!composed.ok) throw new ServiceError(422, composed.reason);
    return { scene: composed.scene, ...(planned.length > 1 && { name: sheetTitle(sheet) }) };
  });
  return writeSheets(sheets, kind, `${row.number} ${row.title}`.trim(), today(), fontFile);
}
