import { frozenFacts } from '../../core/edition/snapshot';
import { storedDocument } from '../../core/format/reading';
import { modelSources } from '../../core/specimen/models';
import { Prover } from '../../core/specimen/proving';
import { database, transaction } from '../database';
import { findEdition, findFormat } from '../repositories/formats';
import { deleteEndedJobs, noteProgress } from '../repositories/jobs';
import { keepVerdicts } from '../repositories/proof-verdicts';
import { closureOf, specimensBehind } from '../repositories/specimens';
import { proofFacts } from '../services/format-views';
import { frozenOf } from '../services/frozen';
import { dictionaryAtHand } from '../services/models-at-hand';
import type { ProveInput } from '../services/proving';
import { sheetResources } from '../services/sheet-resources';
import type { JobKind } from './kind';

/** How many specimens are proved between two notes of the progress. */
const STEP = 10;

/**
 * Proves a format, as it was when it was asked for, with every specimen in the order of their ids, from behind the last one that is
 * done. A step is kept as a whole with the note that it is done, so that one that is cut off is done again and counts once. What
 * earlier runs came to is taken out when this one has come to its end.
 */
export const prove: JobKind = {
  lane: 'whenever',
  async run(job, owner, signal) {
    const format = await findFormat(database, job.subject);
    if (!format) return { failed: 'The format is no longer on the shelf.' };
    const dictionary = await dictionaryAtHand(database);
    const input = job.input as ProveInput;
    const document = storedDocument(input.document, dictionary.properties);
    const edition = await findEdition(database, input.edition);
    // A released edition is proved as it was frozen.
    const frozen = edition && (await frozenOf(database, edition));
    const facts = frozen ? frozenFacts(frozen) : await proofFacts(database, format);
    const { resources } = await sheetResources(database, [document], facts, dictionary.properties);
    const { scale } = frozen ?? format.settings;
    let { piecesDone, lastId = '' } = job;
    let prover = new Prover({
      document,
      facts,
      scale,
      resources,
      models: modelSources({ ...dictionary, specimens: [] }),
    });
    for (;;) {
      if (signal.aborted) return 'left';
      const specimens = await specimensBehind(database, lastId, STEP);
      if (specimens.length === 0) break;
      const closure = await closureOf(
        database,
        specimens.map(({ id }) => id),
      );
      prover = prover.withModels(modelSources({ ...dictionary, specimens: closure }));
      const proofs = specimens.flatMap((specimen) => prover.prove(specimen));
      piecesDone += proofs.length;
      lastId = specimens.at(-1)!.id;
      const progress = { id: job.id, owner, lastId, piecesDone };
      const ours = await transaction(async (db) => {
        await keepVerdicts(db, job.id, proofs);
        return noteProgress(db, progress);
      });
      if (!ours) return 'left';
    }
    await deleteEndedJobs(database, job);
    return 'done';
  },
};
