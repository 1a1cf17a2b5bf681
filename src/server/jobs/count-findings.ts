import { lookAtDrawing } from '../../core/drawing/looking';
import type { NamedBook } from '../../core/rules/document';
import { type StoredBook, flattened } from '../../core/rules/effective';
import { type Met, tallied } from '../../core/rules/tally';
import { lookAtFormat } from '../../core/specimen/looking';
import { modelSources } from '../../core/specimen/models';
import { type Database, database, transaction } from '../database';
import { findDrawing } from '../repositories/drawings';
import { findFormat, newestEdition } from '../repositories/formats';
import { deleteEndedJobs, noteProgress } from '../repositories/jobs';
import { type Thing, keepTallies, thingsBehind } from '../repositories/rule-counts';
import { closureOf, showpieces } from '../repositories/specimens';
import { booksById } from '../services/books-at-hand';
import { viewsKnown } from '../services/drawing-prints';
import { drawingAtHand } from '../services/drawing-sources';
import { proofFacts } from '../services/format-views';
import { dictionaryAtHand } from '../services/models-at-hand';
import { type CountInput, bookCounted, followersOf } from '../services/rule-counts';
import { unlessRefused } from '../services/service-error';
import { sheetResources } from '../services/sheet-resources';
import type { JobKind } from './kind';

/** How many formats and drawings are looked at between two notes of the progress. */
const STEP = 5;

/** The rules that hold for a profile's formats and drawings: as the books are, and with the change that is looked ahead at. */
type RulesFor = (profileId: string) => { before: NamedBook | undefined; after?: NamedBook | undefined };

/**
 * Counts what a rule book finds on formats, filled from the showpieces on every size, and on the sheets of drawings; with a proposed change, what
 * that would add and settle. What earlier counts came to is taken out when this one has come to its end.
 */
export const countFindings: JobKind = {
  lane: 'whenever',
  async run(job, owner, signal) {
    const id = bookCounted(job.subject);
    const { scope, proposed } = job.input as CountInput;
    const books = await booksById(database);
    const own = books.get(id);
    const changed: ReadonlyMap<string, StoredBook> | undefined =
      proposed && own && new Map(books).set(own.id, { ...own, document: proposed });
    const followers = await followersOf(database, id, books);
    const bookOf = new Map(followers.map((one) => [one.id, one.book]));
    const rules: RulesFor = (profileId) => {
      const book = scope === 'all' ? id : (bookOf.get(profileId) ?? id);
      return { before: flattened(book, books), ...(changed && { after: flattened(book, changed) }) };
    };
    const profiles = scope === 'all' ? undefined : followers.map((one) => one.id);
    let { piecesDone, lastId = '' } = job;
    for (;;) {
      if (signal.aborted) return 'left';
      const things = await thingsBehind(database, profiles, lastId, STEP);
      if (things.length === 0) break;
      const looked: { thing: (typeof things)[number]; met: Awaited<ReturnType<typeof lookAt>> }[] = [];
      for (const thing of things) looked.push({ thing, met: await lookAt(database, thing, rules) });
      piecesDone += things.length;
      lastId = things.at(-1)!.place;
      const ours = await transaction(async (db) => {
        for (const { thing, met } of looked)
          await keepTallies(db, job.id, thing, tallied(met.before, met.after), proposed !== undefined);
        return noteProgress(db, { id: job.id, owner, lastId, piecesDone });
      });
      if (!ours) return 'left';
    }
    await deleteEndedJobs(database, job);
    return 'done';
  },
};

/** What is met on one format or drawing. One that was taken out meanwhile, or cannot be composed, has nothing to be met on. */
async function lookAt(db: Database, thing: Thing, rulesFor: RulesFor): Promise<{ before: Met[]; after?: Met[] }> {
  const by = (profileId: string, look: (rules: NamedBook | undefined) => Met[]) => {
    const { before, after } = rulesFor(profileId);
    return { before: look(before), ...(after && { after: look(after) }) };
  };
  if (thing.of === 'drawing') {
    const row = await findDrawing(db, thing.id);
    const at = row && (await drawingAtHand(db, row).catch(unlessRefused));
    if (!at) return { before: [] };
    const { editions, models, facts, sources } = at;
    const documents = editions.map(({ document }) => document);
    const { resources } = await sheetResources(db, documents, facts, models.properties);
    const projections = await viewsKnown(db, row, at);
    return by(row.profileId, (rules) => lookAtDrawing(row, sources, { ...resources, projections }, rules));
  }
  const [format, edition] = [await findFormat(db, thing.id), await newestEdition(db, thing.id)];
  if (!format || !edition) return { before: [] };
  const { document } = edition;
  const dictionary = await dictionaryAtHand(db);
  const facts = await proofFacts(db, format);
  const { resources } = await sheetResources(db, [document], facts, dictionary.properties);
  const ids = await showpieces(db);
  const closure = await closureOf(db, ids);
  const models = modelSources({ ...dictionary, specimens: closure });
  const specimens = closure.filter(({ id }) => ids.includes(id));
  const { scale } = format.settings;
  return by(format.profileId, (rules) => lookAtFormat({ document, facts, scale, specimens, models }, resources, rules));
}
