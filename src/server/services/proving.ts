import { randomUUID } from 'node:crypto';
import type { ProvingView } from '../../contract/proving';
import type { FormatDocument } from '../../core/format/document';
import type { Actor } from '../actor';
import { database, transaction } from '../database';
import { newestEdition } from '../repositories/formats';
import { askToStop, insertJob, newestJob } from '../repositories/jobs';
import { countVerdicts, worstVerdicts } from '../repositories/proof-verdicts';
import { countProofs } from '../repositories/specimens';
import { ServiceError } from './service-error';

/** How many proofs that do not fit are listed, when a run is over and while it goes on. */
const LISTED = { over: 500, going: 50 };

/** What a job that proves a format is given: the edition as it was when it was asked. */
export interface ProveInput {
  edition: string;
  hash: string;
  document: FormatDocument;
}

/** Asks for the proofs of a format on every size with every specimen; one run of a format at a time. */
export async function proveOnAll(actor: Actor, formatId: string): Promise<ProvingView> {
  await transaction(async (db) => {
    const edition = await newestEdition(db, formatId);
    if (!edition) throw new ServiceError(404, 'There is no such format on the shelf.');
    const proofs = (await countProofs(db)) * edition.document.sizes.length;
    if (proofs === 0) throw new ServiceError(422, 'There is no specimen to prove with.');
    const input: ProveInput = { edition: edition.id, hash: edition.hash, document: edition.document };
    const job = { id: randomUUID(), kind: 'prove', subject: formatId, input, pieces: proofs };
    if (!(await insertJob(db, { ...job, askedBy: actor.account })))
      throw new ServiceError(409, 'This format is being proved already. Stop that run first.');
  });
  return (await provingStatus(formatId))!;
}

/** The newest run over all specimens; undefined when the format was never proved so. */
export async function provingStatus(formatId: string): Promise<ProvingView | undefined> {
  const job = await newestJob(database, 'prove', formatId);
  if (!job) return undefined;
  const { hash } = job.input as ProveInput;
  const [counts, worst, edition] = await Promise.all([
    countVerdicts(database, job.id),
    worstVerdicts(database, job.id, job.state === 'running' ? LISTED.going : LISTED.over),
    newestEdition(database, formatId),
  ]);
  return {
    state: job.state,
    ...(job.trouble !== undefined && { trouble: job.trouble }),
    proofs: job.pieces ?? 0,
    done: job.piecesDone,
    rate: job.seconds > 0 ? job.piecesDone / job.seconds : 0,
    counts,
    worst,
    outdated: edition?.hash !== hash,
  };
}

/** Stops the run of a format, if one is going on; what it has found stays. */
export async function stopProving(formatId: string): Promise<ProvingView | undefined> {
  const job = await newestJob(database, 'prove', formatId);
  if (job) await askToStop(database, job.id);
  return provingStatus(formatId);
}
