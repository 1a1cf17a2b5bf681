import { STANDARDS_DESK } from './actor';
import { type Database, database, transaction } from './database';
import { chainedDrawings, findDrawing, finishedDrawings, finishedWithout, keepFrozen } from './repositories/drawings';
import { editionsBehind, findEditions, keepListed } from './repositories/formats';
import { findSetting, keepSetting } from './repositories/office-settings';
import { allReleases, releasedWithout } from './repositories/releases';
import { specimensBehind } from './repositories/specimens';
import { drawingAtHand } from './services/drawing-sources';
import { frozenDrawingOf } from './services/frozen';
import { keepLinesOf, keepPrinted } from './services/keeping-prints';
import { keepUses } from './services/property-uses';
import { chain, ofDrawing, ofFormat, readChains } from './services/chain';
import { finishedEntry } from './services/changing-drawings';
import { freezeAsItStands, releasedEntry } from './services/releasing';
import { keepModels, lookAtDrawings } from './services/kept-of-models';
import { unlessRefused } from './services/service-error';
import { dictionaryAtHand } from './services/models-at-hand';

/** The version of what is kept at writing: raised when it comes to hold something that older rows do not have. */
const VERSION = 1;
const NAME = 'all';

/** How many rows are filled in one transaction. */
const STEP = 200;

/** Notes that the tables that are kept at writing hold all there is. */
export const noteFilled = (db: Database): Promise<unknown> =>
  db.run('REPLACE INTO kept_tables (name, version) VALUES (?, ?)', [NAME, VERSION]);

/**
 * Fills the tables that are kept at writing from what was written before there were such tables; may be broken off and begun again.
 * Drawings are looked at by a job.
 * @returns false when they were filled already
 */
export async function fillKeptTables(): Promise<boolean> {
  const [known] = await database.query<{ version: number }>('SELECT version FROM kept_tables WHERE name = ?', [NAME]);
  if ((known?.version ?? 0) >= VERSION) return false;
  const dictionary = await dictionaryAtHand(database);
  await database.run('DELETE FROM property_longest');
  await database.run('DELETE FROM specimen_values');
  for (let last = ''; ;) {
    const specimens = await specimensBehind(database, last, STEP);
    if (specimens.length === 0) break;
    await transaction((db) => keepModels(db, STANDARDS_DESK, specimens, dictionary));
    last = specimens.at(-1)!.id;
  }
  for (let last = ''; ;) {
    const editions = await editionsBehind(database, last, STEP);
    if (editions.length === 0) break;
    for (const edition of editions)
      await transaction(async (db) => {
        await keepListed(db, edition);
        await keepUses(db, edition.id, edition.document, dictionary.properties);
      });
    last = editions.at(-1)!.id;
  }
  await lookAtAll();
  await noteFilled(database);
  return true;
}

/**
 * Freezes what a migration could not: editions that it released because drawings hang on them, as they stand; and what finished
 * drawings print, as far as their models have not changed since. May be broken off and begun again.
 * @returns how many editions and drawings were frozen
 */
export async function freezeWhatIsUsed(): Promise<number> {
  const editions = await releasedWithout(database);
  for (const id of editions) await transaction((db) => freezeAsItStands(db, id, AS_IT_STOOD));
  const drawings = await finishedWithout(database);
  for (const id of drawings)
    await transaction(async (db) => {
      const row = (await findDrawing(db, id))!;
      const hash = await keepPrinted(db, row, await drawingAtHand(db, row), true);
      await keepFrozen(db, id, hash);
      await chain(db, ofDrawing(id), finishedEntry(row, hash));
    });
  const lines = await keepLinesOfFinished();
  await beginChains();
  return editions.length + drawings.length + lines;
}

/** Set once what was released and finished before there were chains is in them. */
const CHAINS_BEGUN = 'chains-begun';

/** Begins the chains of what was released and finished before there were any, once: from here on nothing of it changes unseen. */
async function beginChains(): Promise<void> {
  if ((await findSetting(database, CHAINS_BEGUN)) === true) return;
  const begun = new Set([...(await readChains(database)).bySubject.keys()]);
  const editions = await findEditions(
    database,
    (await allReleases(database)).map(({ editionId }) => editionId),
  );
  await transaction(async (db) => {
    for (const release of await allReleases(db)) {
      const edition = editions.get(release.editionId);
      const subject = edition && ofFormat(edition.formatId);
      if (subject === undefined || begun.has(subject)) continue;
      await chain(db, subject, releasedEntry(release));
      if (edition!.state === 'withdrawn') await chain(db, subject, { kind: 'withdrawn', edition: edition!.id });
    }
    for (const { id, frozen, number, editionId } of await chainedDrawings(db))
      if (frozen !== null && !begun.has(ofDrawing(id)))
        await chain(db, ofDrawing(id), finishedEntry({ number, editionId }, frozen));
    await keepSetting(db, CHAINS_BEGUN, true);
  });
}

/** Set once the drawings that were finished before have their lines. */
const LINES_KEPT = 'lines-of-finished-kept';

/** Keeps the lines of finished drawings whose print was kept before those were, once. @returns of how many */
async function keepLinesOfFinished(): Promise<number> {
  if ((await findSetting(database, LINES_KEPT)) === true) return 0;
  let count = 0;
  for (const { id, number, frozen } of await finishedDrawings(database))
    await transaction(async (db) => {
      const printed = await frozenDrawingOf(db, { number, frozen }).catch(unlessRefused);
      const hash = printed && (await keepLinesOf(db, printed));
      if (hash === undefined) return;
      await keepFrozen(db, id, hash);
      count += 1;
    });
  await keepSetting(database, LINES_KEPT, true);
  return count;
}

const AS_IT_STOOD = {
  note: 'As it stood when drawings had been made on it',
  releasedBy: '',
  countsFrom: '2000-01-01',
};

/** Has every drawing looked at, when there is any. */
async function lookAtAll(): Promise<void> {
  const drawings = await database.query('SELECT 1 FROM drawings LIMIT 1');
  if (drawings.length === 0) return;
  await transaction((db) => lookAtDrawings(db, STANDARDS_DESK));
}
