import { randomUUID } from 'node:crypto';
import { type Answers, checkAnswers, drawingFacts, modelHash } from '../../core/drawing/drawing';
import { proposedAnswer, unanswered } from '../../core/format/asked';
import { documentFonts } from '../../core/format/fonts-used';
import type { FormatDocument } from '../../core/format/document';
import { picturesUsed } from '../../core/format/pictures-used';
import { sheetGeometry } from '../../core/format/sheet';
import type { Facts } from '../../core/property/facts';
import { resolveProperty } from '../../core/property/resolving';
import { valueText } from '../../core/property/value';
import { compose } from '../../core/scene/compose';
import { massSources, modelFacts, seenValues } from '../../core/specimen/seen-values';
import { THE_ADMINISTRATOR } from '../account';
import { database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { type DrawingRow, allDrawings, findDrawing, insertDrawing, replaceDrawing } from '../repositories/drawings';
import { findEdition, newestEdition } from '../repositories/formats';
import { findPictures } from '../repositories/pictures';
import { type ExportKind, type ExportedFile, writeSheet } from './export';
import { fontsFor } from './fonts';
import { type Office, office, proofFacts } from './formats';
import { type ModelsAtHand, modelsAtHand } from './models-at-hand';
import { takeNumber } from './numbering';
import { ServiceError } from './service-error';

/** A drawing as the register lists it. */
export interface DrawingEntry extends DrawingRow {
  formatName: string;
  sizeName: string;
  modelName: string;
  title: string;
  /** Names of the asked values that have no answer yet. */
  open: string[];
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

function modelOf({ specimen, variant }: Pick<DrawingRow, 'specimen' | 'variant'>, models: ModelsAtHand) {
  const model = models.specimens.find((one) => one.id === specimen);
  return model ? modelFacts(model, variant, massSources(models)) : {};
}

function entry(row: DrawingRow, document: FormatDocument, models: ModelsAtHand): DrawingEntry {
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
    modelChanged: row.state === 'finished' && row.finishedWith !== modelHash(model),
  };
}

/** One drawing, with its format as it stands in the drawing's edition and all that its sheet is composed from. */
export async function drawing(id: string): Promise<{ drawing: DrawingEntry; office: Office }> {
  const row = await findDrawing(database, id);
  if (!row) throw GONE;
  const [edition, at] = await Promise.all([findEdition(database, row.editionId), office(row.formatId)]);
  const format = at.formats[0]!;
  const { hash, document, number, state, version } = edition!;
  const formats = [{ ...format, edition: { id: edition!.id, hash, document, number, state, version } }];
  return { drawing: entry(row, document, at), office: { ...at, formats } };
}

export interface NewDrawing {
  formatId: string;
  specimen: string;
  variant?: string;
  sizeId: string;
}

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
      { id, number, editionId: edition.id, specimen, variant, sizeId, answers },
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
  state?: DrawingRow['state'];
}

/** Changes a drawing, if it is still of the version the change was made on. A finished one is reopened before it changes. */
export async function changeDrawing(id: string, change: DrawingChange): Promise<DrawingEntry> {
  return transaction(async (db) => {
    const row = await findDrawing(db, id);
    if (!row) throw GONE;
    const [edition, models] = [(await findEdition(db, row.editionId))!, await modelsAtHand()];
    const next: DrawingRow = {
      ...row,
      sizeId: change.sizeId ?? row.sizeId,
      answers: change.answers ?? row.answers,
      overruled: change.overruled ?? row.overruled,
      state: change.state ?? row.state,
    };
    if (row.state === 'finished' && next.state === 'finished')
      throw new ServiceError(422, `Drawing ${row.number} is finished. Take it up again to change it.`);
    const geometry = sheetGeometry(edition.document, next.sizeId);
    if (!geometry.ok) throw new ServiceError(422, geometry.reason);
    const sound = checkAnswers(edition.document, next);
    if (!sound.ok) throw new ServiceError(422, sound.reason);
    const missing = requiredOpen(edition.document, next);
    if (next.state === 'finished' && missing.length > 0)
      throw new ServiceError(
        422,
        `Drawing ${row.number} cannot be finished: ${missing.join(', ')} is still asked for.`,
      );
    next.finishedWith = next.state === 'finished' ? modelHash(modelOf(row, models)) : undefined;
    if (!(await replaceDrawing(db, next, change.version))) {
      const current = await findDrawing(db, id);
      throw new ServiceError(409, `Somebody changed drawing ${row.number} meanwhile. Look at it and change it again.`, {
        current: entry(current!, edition.document, models),
      });
    }
    return entry({ ...next, version: change.version + 1 }, edition.document, models);
  });
}

const requiredOpen = (document: FormatDocument, { answers }: Pick<DrawingRow, 'answers'>): string[] =>
  document.asked
    .filter(({ key, required }) => required && (answers[key] === undefined || answers[key] === ''))
    .map(({ name }) => name);

/**
 * Writes a drawing's sheet as a file.
 * @throws ServiceError 422 with `open`, the names of what is unanswered, unless that is taken `as it is`
 */
export async function exportDrawing(id: string, kind: ExportKind, asItIs: boolean): Promise<ExportedFile> {
  const { drawing: row, office: at } = await drawing(id);
  const format = at.formats[0]!;
  if (row.open.length > 0 && !asItIs) {
    throw new ServiceError(422, `Still unanswered: ${row.open.join(', ')}.`, { open: row.open });
  }
  const { document } = format.edition;
  const fonts = await fontsFor(documentFonts(document));
  const facts = drawingFacts({ ...format.facts, today: today() }, modelOf(row, at), row);
  const composed = compose(
    document,
    { sizeId: row.sizeId, sheet: { number: 1, total: 1, scale: format.scale }, show: 'values' },
    facts,
    {
      properties: new Map(at.properties.map((property) => [property.id, property])),
      fonts: fonts.tables,
      seen: seenValues(at.properties, at.specimens),
      pictures: new Map(Object.entries(await findPictures(database, picturesUsed(document)))),
    },
  );
  if (!composed.ok) throw new ServiceError(422, composed.reason);
  return writeSheet(composed.scene, kind, `${row.number} ${row.title}`.trim(), facts.today, fonts.file);
}
