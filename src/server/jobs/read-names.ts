import { STANDARDS_DESK } from '../actor';
import { database, transaction } from '../database';
import { noteProgress } from '../repositories/jobs';
import { markShowing } from '../repositories/drawings';
import { forgetProperty, specimensNaming } from '../repositories/kept-of-models';
import { knownProperties } from '../repositories/properties';
import { findSpecimens } from '../repositories/specimens';
import { keepValues, lookAtDrawings } from '../services/kept-of-models';
import { dictionaryAtHand } from '../services/models-at-hand';
import type { JobKind } from './kind';

/** How many models are read again between two notes of the progress. */
const STEP = 100;

/** Reads the models again that use some names, after the dictionary has come to read them otherwise. */
export const readNames: JobKind = {
  lane: 'soon',
  async run(job, owner, signal) {
    const { names } = job.input as { names: string[] };
    let { lastId = '', piecesDone } = job;
    for (;;) {
      if (signal.aborted) return 'left';
      const ids = await specimensNaming(database, names, lastId, STEP);
      if (ids.length === 0) break;
      lastId = ids.at(-1)!;
      piecesDone += ids.length;
      const ours = await transaction(async (db) => {
        const rows = [...(await findSpecimens(db, ids)).values()];
        await keepValues(
          db,
          rows.map(({ specimen }) => specimen),
          await dictionaryAtHand(db),
        );
        if ((await markShowing(db, ids)) > 0) await lookAtDrawings(db, STANDARDS_DESK);
        return noteProgress(db, { id: job.id, owner, lastId, piecesDone });
      });
      if (!ours) return 'left';
    }
    await forgetGone();
    return 'done';
  },
};

/** What is on record of properties that are not in the dictionary any more is no record. */
async function forgetGone(): Promise<void> {
  const kept = await database.query<{ id: string }>('SELECT property_id AS id FROM property_longest');
  const ids = kept.map(({ id }) => id);
  const known = await knownProperties(database, ids);
  for (const id of ids) if (!known.has(id)) await transaction((db) => forgetProperty(db, id));
}
