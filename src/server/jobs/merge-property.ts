import { canonicalHash } from '../../core/format/canonical';
import { withPropertyReplaced } from '../../core/format/replacing-property';
import { STANDARDS_DESK } from '../actor';
import { database, transaction } from '../database';
import { findEdition, replaceDocument } from '../repositories/formats';
import { noteProgress } from '../repositories/jobs';
import { allProperties, deleteProperty, editionsUsing } from '../repositories/properties';
import { keepUses } from '../services/property-uses';
import type { JobKind } from './kind';

/**
 * Points every link to one property in open editions at another, edition by edition, then takes the property out. An edition that
 * somebody saves meanwhile is tried again, and what is saved with the old link is found by looking once more.
 */
export const mergeProperty: JobKind = {
  lane: 'soon',
  async run(job, owner, signal) {
    const { from, into } = job.input as { from: string; into: string };
    let { piecesDone } = job;
    for (;;) {
      const using = (await editionsUsing(database, from)).filter(({ state }) => state === 'open');
      if (using.length === 0) break;
      for (const { id } of using) {
        if (signal.aborted) return 'left';
        const changed = await transaction(async (db) => {
          const edition = (await findEdition(db, id))!;
          const document = withPropertyReplaced(edition.document, from, into);
          const properties = (await allProperties(db)).map(({ definition }) => definition);
          const hash = canonicalHash(document);
          const kept = await replaceDocument(db, id, edition.version, document, hash, STANDARDS_DESK);
          if (kept) await keepUses(db, id, document, properties);
          return kept;
        });
        if (changed) piecesDone += 1;
        if (!(await noteProgress(database, { id: job.id, owner, lastId: id, piecesDone }))) return 'left';
      }
    }
    await transaction((db) => deleteProperty(db, from));
    return 'done';
  },
};
