import { documentFonts } from '../../core/format/fonts-used';
import { picturesUsed } from '../../core/format/pictures-used';
import { Prover } from '../../core/specimen/proving';
import { modelSources } from '../../core/specimen/models';
import { seenValues } from '../../core/specimen/seen-values';
import { database, transaction } from '../database';
import { newestEdition } from '../repositories/formats';
import { type JobRow, noteProgress } from '../repositories/jobs';
import { findPictures } from '../repositories/pictures';
import { keepVerdicts } from '../repositories/proof-verdicts';
import { fontsFor } from '../services/fonts';
import { proofFacts } from '../services/formats';
import { modelsAtHand } from '../services/models-at-hand';
import type { ProveInput } from '../services/proving';

/** How many specimens are proved between two notes of the progress. */
const STEP = 10;

/**
 * Proves a format with every specimen, from where an earlier owner left off. A step is kept as a whole with the note that it
 * is done, so that one that is cut off is done again and counts once.
 *
 * @returns how it ended; *left* when it is to stop, is no longer this owner's, or `signal` ends this process
 */
export async function prove(
  job: JobRow,
  owner: string,
  signal: AbortSignal,
): Promise<'done' | 'left' | { failed: string }> {
  const { edition: editionId, hash } = job.input as ProveInput;
  const [edition, { facts, scale }, models] = await Promise.all([
    newestEdition(database, job.subject),
    proofFacts(job.subject),
    modelsAtHand(),
  ]);
  if (edition?.id !== editionId || edition.hash !== hash)
    return { failed: 'The format was changed before its proofs were made. Prove it again.' };
  const { document } = edition;
  const prover = new Prover({
    document,
    facts,
    scale,
    models: modelSources(models),
    resources: {
      properties: new Map(models.properties.map((property) => [property.id, property])),
      fonts: (await fontsFor(documentFonts(document))).tables,
      seen: seenValues(models.properties, models.specimens),
      pictures: new Map(Object.entries(await findPictures(database, picturesUsed(document)))),
    },
  });
  const specimens = models.specimens.toSorted((a, b) => (a.id < b.id ? -1 : 1)).slice(0, job.steps);
  let { piecesDone } = job;
  for (let at = job.stepsDone; at < specimens.length; at += STEP) {
    if (signal.aborted) return 'left';
    const proofs = specimens.slice(at, at + STEP).flatMap((specimen) => prover.prove(specimen));
    piecesDone += proofs.length;
    const progress = { id: job.id, owner, stepsDone: Math.min(at + STEP, specimens.length), piecesDone };
    const ours = await transaction(async (db) => {
      await keepVerdicts(db, job.id, proofs);
      return noteProgress(db, progress);
    });
    if (!ours) return 'left';
  }
  return 'done';
}
