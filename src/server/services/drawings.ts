import { randomUUID } from 'node:crypto';
import { askedBy, checkAnswers, unanswered, withProposals } from '../../core/drawing/asking';
import type { Answers } from '../../core/drawing/drawing';
import { type Revising, revise } from '../../core/drawing/revising';
import {
  type DrawingSheet,
  type DrawingSources,
  drawnSheets,
  planDrawing,
  sheetTitle,
} from '../../core/drawing/sheets';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import { picturesUsed } from '../../core/format/pictures-used';
import { sheetGeometry } from '../../core/format/sheet';
import type { Facts } from '../../core/property/facts';
import { resolveProperty } from '../../core/property/resolving';
import { valueText } from '../../core/property/value';
import type { RevisionScheme } from '../../core/revision/scheme';
import { composePlanned } from '../../core/scene/planning';
import type { Models } from '../../core/specimen/models';
import { THE_ADMINISTRATOR } from '../account';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import {
  type DrawingRow,
  allDrawings,
  findDrawing,
  insertDrawing,
  keepItems,
  replaceDrawing,
} from '../repositories/drawings';
import { newestEdition } from '../repositories/formats';
import { findPictures } from '../repositories/pictures';
import { type ExportKind, type ExportedFile, writeSheets } from './export';
import { documentsFor, documentsOf, editionsOf, modelOf, resourcesOf, shownHash, sourcesOf } from './drawing-sources';
import { type Office, office, proofFacts } from './formats';
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
  const entries: DrawingEntry[] = [];
  for (const row of rows) entries.push(entry(row, await documentsFor(database, row, documents), models));
  return entries;
}

/** @param documents the formats of the drawing's sheets, its own first */
function entry(row: DrawingRow, documents: readonly FormatDocument[], models: Models): DrawingEntry {
  const own = documents[0]!;
  const model = modelOf(row, models);
  const facts: Facts = { ...model, today: '2000-01-01', locale: { decimalMark: '.' } };
  const title = models.properties.find((property) => property.id === 'title');
  const value = title && resolveProperty(title, facts, {}).value;
  return {
    ...row,
    formatName: own.name,
    sizeName: own.sizes.find((size) => size.id === row.sizeId)?.name ?? row.sizeId,
    modelName: model.model?.name ?? row.specimen,
    title: value === undefined ? '' : valueText(value),
    open: unanswered(askedBy(documents), row.answers).map(({ name }) => name),
    revision: row.revisions.at(-1)?.revision,
    modelChanged: row.state === 'finished' && row.finishedWith !== shownHash(row, models),
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
  const pictures = await findPictures(database, documentsOf(formats).flatMap(picturesUsed));
  return {
    drawing: entry({ ...row, items }, documentsOf(formats), at),
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
    const number = await takeNumber(db);
    const answers = withProposals({}, edition.document.asked, {
      today: today(),
      me: THE_ADMINISTRATOR.name,
      facts: { ...facts, drawing: undefined, ...modelOf({ specimen, variant }, models) },
      properties: models.properties,
    });
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
  return replaced(id, change.version, change.state, async (db, row, models) => {
    const next: DrawingRow = {
      ...row,
      sizeId: change.sizeId ?? row.sizeId,
      answers: change.answers ?? row.answers,
      overruled: change.overruled ?? row.overruled,
      sheets: change.sheets ?? row.sheets,
      state: change.state ?? row.state,
    };
    if (change.sheets) checkSheets(change.sheets, models);
    const documents = await documentsFor(db, next);
    const geometry = sheetGeometry(documents[0]!, next.sizeId);
    if (!geometry.ok) throw new ServiceError(422, geometry.reason);
    const sound = checkAnswers(documents, next);
    if (!sound.ok) throw new ServiceError(422, sound.reason);
    if (change.sheets) {
      const { sources } = await sourcesOf(next, models);
      next.answers = answersToNewFormats(row, next, sources, models);
      next.items = drawnSheets(next, sources).items;
    }
    const missing = unanswered(askedBy(documents), next.answers).filter(({ required }) => required);
    if (next.state === 'finished' && missing.length > 0) {
      const names = missing.map(({ name }) => name).join(', ');
      throw new ServiceError(422, `Drawing ${row.number} cannot be finished: ${names} is still asked for.`);
    }
    return next;
  });
}

/** The answers of a drawing with what the formats propose that came with its new sheets. */
function answersToNewFormats(row: DrawingRow, next: DrawingRow, { format, others }: DrawingSources, models: Models): Answers {
  const before = editionsOf(row);
  const came = [...others].flatMap(([edition, other]) => (before.includes(edition) ? [] : [other.document]));
  const asked = askedBy(came).filter(({ key }) => !format.document.asked.some((one) => one.key === key));
  return withProposals(next.answers, asked, {
    today: today(),
    me: THE_ADMINISTRATOR.name,
    facts: { ...format.facts, drawing: undefined, ...modelOf(next, models) },
    properties: models.properties,
  });
}

/** Refuses sheets of models and variants that are not there. */
function checkSheets(sheets: readonly DrawingSheet[], models: Models): void {
  for (const [i, sheet] of sheets.entries()) {
    const model = models.specimens.find((one) => one.id === sheet.specimen);
    if (sheet.specimen !== undefined && !model)
      throw new ServiceError(422, `The model of sheet ${i + 1} is no longer there. Choose another one.`);
    if (model && sheet.variant !== undefined && !model.variants.some((one) => one.name === sheet.variant))
      throw new ServiceError(422, `${model.name} has no variant “${sheet.variant}”.`);
  }
}

/** Adds a revision to a drawing, changes its newest or withdraws it, if it is still of the version that was revised. */
export async function reviseDrawing(id: string, version: number, revising: Revising): Promise<DrawingEntry> {
  return replaced(id, version, undefined, async (_, row, models) => {
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
  change: (db: Database, row: DrawingRow, models: Models) => Promise<DrawingRow>,
): Promise<DrawingEntry> {
  return transaction(async (db) => {
    const row = await findDrawing(db, id);
    if (!row) throw GONE;
    const models = await modelsAtHand();
    if (row.state === 'finished' && state !== 'in work')
      throw new ServiceError(422, `Drawing ${row.number} is finished. Take it up again to change it.`);
    const present = async () => {
      const kept = (await findDrawing(db, id))!;
      return entry(kept, await documentsFor(db, kept), models);
    };
    const movedOn = async () =>
      new ServiceError(409, `Somebody changed drawing ${row.number} meanwhile. Look at it and change it again.`, {
        current: await present(),
      });
    if (row.version !== version) throw await movedOn();
    const next = await change(db, row, models);
    next.finishedWith = next.state === 'finished' ? shownHash(next, models) : undefined;
    if (!(await replaceDrawing(db, next, version))) throw await movedOn();
    return present();
  });
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
    const composed = composePlanned(sheet, resources);
    if (!composed.ok) throw new ServiceError(422, composed.reason);
    return { scene: composed.scene, ...(planned.length > 1 && { name: sheetTitle(sheet) }) };
  });
  return writeSheets(sheets, kind, `${row.number} ${row.title}`.trim(), today(), fontFile);
}
