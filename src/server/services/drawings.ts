import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import { askedBy, checkOverruled, unsoundAnswers, withProposals } from '../../core/drawing/asking';
import type { Answers } from '../../core/drawing/drawing';
import { mayDo, tooLittle } from '../../core/office/account';
import { REVISION_ROW, notAnswered, signedNames, whyNotAnswered, withoutSigned } from '../../core/drawing/signing';
import { lackingToFinish, lackingWords } from '../../core/drawing/finishing';
import { keptAfter } from '../../core/drawing/kept-office';
import { type Revising, revise } from '../../core/drawing/revising';
import { type DrawingSheet, drawnSheets, editionsOf } from '../../core/drawing/sheets';
import { sheetGeometry } from '../../core/format/sheet';
import { type Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { type DrawingRow, findDrawing, insertDrawing, keepColumns } from '../repositories/drawings';
import { findFormat, newestEdition } from '../repositories/formats';
import type { DrawingChange, DrawingView, makeDrawing as MakeDrawing } from '../../contract/drawings';
import { findProfile } from '../repositories/profiles';
import { findPlaces } from '../repositories/value-places';
import { changed } from './changing-drawings';
import { printsOf, viewsOnceThere, wrongOn } from './drawing-prints';
import { type DrawingAtHand, drawingAtHand, modelGives, registerColumns, resourcesAt } from './drawing-sources';
import { checkToDrawOn, editionToDrawOn } from './edition-to-draw-on';
import { startedWith } from './starting';
import { takeNumber } from './numbering';
import { revisionScheme } from './revision-scheme';
import { checkThere } from './gate';
import { signing } from './signing';
import { frozenOf } from './frozen';
import { asItStands } from './signatures-standing';
import { ServiceError } from './service-error';

/** What a drawing begins with. */
const FIRST_SHEET: DrawingSheet = { id: 'first', name: '' };

/**
 * Makes a drawing: it takes the next free number, the profile and the project that its format is proved with, and
 * what its asked values propose are its first answers.
 */
export async function makeDrawing(
  actor: Actor,
  {
    formatId,
    specimen,
    variant,
    sizeId,
    scale = '',
    projectId,
    siteId,
    trial,
    starter,
  }: z.infer<(typeof MakeDrawing)['body']>,
): Promise<{ id: string }> {
  const id = randomUUID();
  await transaction(async (db) => {
    const format = await findFormat(db, formatId);
    if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
    await checkThere(db, actor, formatId);
    const edition = trial ? await editionToTry(db, actor, format) : await editionToDrawOn(db, format);
    const frozen = await frozenOf(db, edition);
    const { document } = frozen ?? edition;
    const made = {
      id,
      number: '',
      frozen: null,
      editionId: edition.id,
      specimen,
      variant,
      sizeId,
      profileId: frozen?.profile.id ?? format.profileId,
      profileRevision: null,
      projectId: projectId ?? format.projectId,
      siteId: siteId ?? null,
      scale,
      sheets: [FIRST_SHEET],
    };
    await checkPlaces(db, made);
    let at = await drawingAtHand(db, made);
    const model = at.models.sources.specimens.get(specimen);
    if (!model) throw new ServiceError(422, 'The model is no longer there. Choose another one.');
    if (variant !== undefined && !model.variants.some((one) => one.name === variant))
      throw new ServiceError(422, `${model.name} has no variant “${variant}”.`);
    const geometry = sheetGeometry(document, sizeId);
    if (!geometry.ok) throw new ServiceError(422, geometry.reason);
    const number = trial ? '' : await takeNumber(db);
    const answers = withProposals(
      {},
      document.asked.filter((one) => !whyNotAnswered(one, actor.role, document.asked)),
      {
        today: at.facts.today,
        me: actor.name,
        facts: { ...at.facts, ...modelGives(made, at.models.sources) },
        properties: at.models.properties,
      },
    );
    if (starter !== undefined) {
      const sheets = await startedWith(db, actor, starter, { ...made, number, answers }, at);
      Object.assign(made, { sheets, sizeId: sheets[0]?.sizeId ?? sizeId });
      at = await drawingAtHand(db, made);
    }
    const drawn = { ...made, number, answers, overruled: {}, revisions: [], items: {} };
    const { items } = drawnSheets(drawn, at.sources);
    await insertDrawing(db, { ...made, number, answers, items }, actor);
    await keepColumns(db, id, registerColumns((await findDrawing(db, id))!, at));
    const words = [trial ? `Made a trial drawing on ${format.name}` : `Made drawing ${number}`];
    await noteChange(db, actor, { subject: `drawing ${id}`, sitting: randomUUID(), words });
  });
  return { id };
}

/** The open edition of a format, for a trial drawing. @throws ServiceError 403 for whoever does not change formats, 422 when none is open */
async function editionToTry(db: Database, { role }: Actor, { id, name }: { id: string; name: string }) {
  if (!mayDo(role, 'administrator')) throw new ServiceError(403, tooLittle('administrator', role));
  const edition = await newestEdition(db, id);
  if (edition?.state !== 'open')
    throw new ServiceError(422, `“${name}” has no open edition. Open the next one to try it.`);
  return edition;
}

/** Changes a drawing, if it is still of the version the change was made on. A finished one is reopened before it changes. */
export async function changeDrawing(actor: Actor, id: string, change: DrawingChange): Promise<DrawingView> {
  const { version, unsigned, finishReason, ...parts } = change;
  const given = Object.fromEntries(Object.entries(parts).filter(([, value]) => value !== undefined));
  const { state } = change;
  // Views are waited for before anything is held.
  if (state === 'finished') await viewsOfDrawing(id);
  return changed(actor, id, {
    version,
    state,
    unsigned,
    change: async (db, row) => {
      const next: DrawingRow = { ...row, ...given };
      next.keptOffice = keptAfter(next.keptOffice, row, next);
      if (next.profileId !== row.profileId) next.profileRevision = null;
      if (change.profileId ?? change.projectId ?? change.siteId) await checkPlaces(db, next);
      const at = await drawingAtHand(db, next);
      const documents = at.editions.map(({ document }) => document);
      if (change.sheets) {
        checkSheets(change.sheets, next, at);
        await checkNewEditions(db, actor, row, next, at);
      }
      const geometry = sheetGeometry(documents[0]!, next.sizeId);
      if (!geometry.ok) throw new ServiceError(422, geometry.reason);
      const overruled = checkOverruled(documents, next.overruled);
      if (!overruled.ok) throw new ServiceError(422, overruled.reason);
      if (change.answers) {
        const { byOthers } = await signing(db);
        const refused = {
          ...unsoundAnswers(documents, next.answers, row.answers),
          ...notAnswered(documents, row.answers, next.answers, actor.role, byOthers),
        };
        if (Object.keys(refused).length > 0)
          throw new ServiceError(422, Object.values(refused).join(' '), { answers: refused });
      }
      if (change.sheets) next.answers = answersToNewFormats(actor, row, next, at);
      next.finishReason = next.state === 'finished' ? await whyFinished(db, next, at, finishReason) : undefined;
      return { next, at };
    },
  });
}

/** Waits until the views of a drawing in work are there, so that it can be finished or written. @throws ServiceError 422 when they take too long */
export async function viewsOfDrawing(id: string): Promise<void> {
  const row = await findDrawing(database, id);
  if (row?.state === 'in work') await viewsOnceThere(database, row, await drawingAtHand(database, row));
}

/**
 * The reason for which a drawing is finished although something is missing or wrong; undefined when nothing is.
 * @throws ServiceError 422 of a trial drawing, and with `lacking` when no reason is given
 */
async function whyFinished(
  db: Database,
  next: DrawingRow,
  at: DrawingAtHand,
  reason: string | undefined,
): Promise<string | undefined> {
  if (next.number === '')
    throw new ServiceError(422, 'A trial drawing is not finished: it goes when its edition is released.');
  const documents = at.editions.map(({ document }) => document);
  const { row } = await asItStands(db, { ...next, state: 'in work' }, at);
  const lacking = [...lackingToFinish(documents, row), ...wrongOn(await printsOf(db, row, at))];
  if (lacking.length === 0) return undefined;
  if (reason !== undefined) return reason;
  const words = `Drawing ${next.number} lacks something: ${lacking.map(lackingWords).join(' ')} Say why it is finished all the same.`;
  throw new ServiceError(422, words, { lacking });
}

/** Refuses sheets on editions that the person may not use, or that are not released. */
async function checkNewEditions(
  db: Database,
  actor: Actor,
  row: DrawingRow,
  next: DrawingRow,
  { editions }: DrawingAtHand,
): Promise<void> {
  const before = editionsOf(row);
  for (const edition of editions) {
    if (before.includes(edition.id)) continue;
    if (next.number === '') await checkThere(db, actor, edition.formatId);
    else await checkToDrawOn(db, actor, edition);
  }
}

/** Refuses profiles, projects and sites that are not there. */
async function checkPlaces(
  db: Database,
  { profileId, projectId, siteId }: Pick<DrawingRow, 'profileId' | 'projectId' | 'siteId'>,
): Promise<void> {
  const places = await findPlaces(db, [projectId, ...(siteId === null ? [] : [siteId])]);
  if (siteId !== null && places.get(siteId)?.source !== 'organisation')
    throw new ServiceError(422, 'That site is not there.');
  if (!(await findProfile(db, profileId))) throw new ServiceError(422, 'That drafting profile is not there.');
  if (places.get(projectId)?.source !== 'project') throw new ServiceError(422, 'That project is not there.');
}

/** The answers of a drawing with what the formats propose that came with its new sheets. */
function answersToNewFormats(actor: Actor, row: DrawingRow, next: DrawingRow, at: DrawingAtHand): Answers {
  const before = editionsOf(row);
  const came = at.editions.flatMap(({ id, document }) => (before.includes(id) ? [] : [document]));
  const own = at.editions[0]!.document;
  const asks = askedBy(at.editions.map(({ document }) => document));
  const asked = askedBy(came).filter(
    (one) => !own.asked.some(({ key }) => key === one.key) && !whyNotAnswered(one, actor.role, asks),
  );
  return withProposals(next.answers, asked, {
    today: at.facts.today,
    me: actor.name,
    facts: { ...at.facts, ...modelGives(next, at.models.sources) },
    properties: at.models.properties,
  });
}

/** Refuses sheets of models and variants that are not there, and of sizes that their formats do not serve. */
function checkSheets(
  sheets: readonly DrawingSheet[],
  drawing: Pick<DrawingRow, 'editionId' | 'sizeId'>,
  { models, editions }: DrawingAtHand,
): void {
  for (const [i, sheet] of sheets.entries()) {
    const edition = editions.find(({ id }) => id === (sheet.edition ?? drawing.editionId));
    const geometry = edition && sheetGeometry(edition.document, sheet.sizeId ?? edition.document.mainSize);
    if (sheet.sizeId !== undefined && geometry && !geometry.ok)
      throw new ServiceError(422, `Sheet ${i + 1}: ${geometry.reason}`);
    const model = sheet.specimen === undefined ? undefined : models.sources.specimens.get(sheet.specimen);
    if (sheet.specimen !== undefined && !model)
      throw new ServiceError(422, `The model of sheet ${i + 1} is no longer there. Choose another one.`);
    if (model && sheet.variant !== undefined && !model.variants.some((one) => one.name === sheet.variant))
      throw new ServiceError(422, `${model.name} has no variant “${sheet.variant}”.`);
  }
}

/**
 * Adds a revision to a drawing, changes its newest or withdraws it, if it is still of the version that was revised. What was signed is
 * taken off; rows of earlier revisions keep who approved them.
 */
export async function reviseDrawing(
  actor: Actor,
  id: string,
  { version, unsigned, revising }: { version: number; unsigned?: boolean | undefined; revising: Revising },
): Promise<DrawingView> {
  return changed(actor, id, {
    version,
    unsigned,
    occasion: 'revision',
    change: async (db, row) => {
      const at = await drawingAtHand(db, row);
      const { resources } = await resourcesAt(db, at);
      const scheme = await revisionScheme(db);
      const documents = at.editions.map(({ document }) => document);
      const takenOff = signedNames(documents, row).filter(({ of }) => !('add' in revising && of === REVISION_ROW));
      const bare = withoutSigned(row, takenOff);
      const revised = revise(bare, revising, { ...at.sources, resources, scheme, today: at.facts.today });
      if (!revised.ok) throw new ServiceError(422, revised.reason);
      return { next: { ...bare, revisions: revised.rows }, at, takenOff };
    },
  });
}
