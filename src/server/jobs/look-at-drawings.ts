import { database, transaction } from '../database';
import { drawingsToLookAt, findDrawing, keepColumns } from '../repositories/drawings';
import { noteProgress } from '../repositories/jobs';
import { drawingAtHand, registerColumns } from '../services/drawing-sources';
import { unlessRefused } from '../services/service-error';
import type { JobKind } from './kind';

/** How many drawings are looked at between two notes of the progress. */
const STEP = 20;

/** Looks at the drawings whose models have changed: what the register shows of them, and whether finished ones are out of date. */
export const lookAtDrawings: JobKind = {
  lane: 'soon',
  async run(job, owner, signal) {
    let { lastId = '', piecesDone } = job;
    for (;;) {
      if (signal.aborted) return 'left';
      const ids = await drawingsToLookAt(database, lastId, STEP);
      if (ids.length === 0) return 'done';
      for (const id of ids) {
        await transaction(async (db) => {
          const row = await findDrawing(db, id);
          // One whose edition is damaged says so when it is opened.
          const at = row && (await drawingAtHand(db, row).catch(unlessRefused));
          if (row && at) await keepColumns(db, id, registerColumns(row, at));
        });
      }
      piecesDone += ids.length;
      lastId = ids.at(-1)!;
      if (!(await noteProgress(database, { id: job.id, owner, lastId, piecesDone }))) return 'left';
    }
  },
};
