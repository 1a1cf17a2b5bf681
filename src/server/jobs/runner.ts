import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { STANDARDS_DESK } from '../actor';
import { DatabaseAway, DatabaseBusy, database, transaction } from '../database';
import { type JobRow, claimJob, endJob, findJob, giveBack, insertJob } from '../repositories/jobs';
import { isStoreFollowed } from '../services/model-store';
import { JOB_KINDS } from './registry';

/** Claims one job and does it, until `signal` ends it. @returns false when none was free */
export async function runOne(owner: string, signal: AbortSignal): Promise<boolean> {
  const job = await transaction((db) => claimJob(db, owner));
  if (!job) return false;
  const kind = JOB_KINDS[job.kind];
  if (!kind) {
    await endJob(database, {
      id: job.id,
      owner,
      state: 'failed',
      trouble: `Nobody knows work of the kind ${job.kind}.`,
    });
    return true;
  }
  try {
    const ended = await kind.run(job, owner, signal);
    if (ended === 'left') await leave(job, owner);
    else if (ended !== 'done') await endJob(database, { id: job.id, owner, state: 'failed', trouble: ended.failed });
    else if (kind.everySeconds !== undefined)
      await giveBack(database, { id: job.id, owner, afterSeconds: kind.everySeconds });
    else await endJob(database, { id: job.id, owner, state: 'done' });
  } catch (error) {
    // Left to its lease: once the database is back the job is claimed again where it stands.
    if (error instanceof DatabaseAway || error instanceof DatabaseBusy) throw error;
    const trouble = `It broke off: ${(error as Error).message}`.slice(0, 500);
    if (kind.everySeconds !== undefined)
      await giveBack(database, { id: job.id, owner, afterSeconds: kind.everySeconds });
    else await endJob(database, { id: job.id, owner, state: 'failed', trouble });
  }
  return true;
}

/** Stops a job that is to stop; gives any other back, so that the next process goes on with it at once. */
async function leave({ id }: JobRow, owner: string): Promise<void> {
  if ((await findJob(database, id))?.stopAsked) await endJob(database, { id, owner, state: 'stopped' });
  else await giveBack(database, { id, owner });
}

/** Puts in the work that comes again and again, unless it is there: whichever process begins first does. */
export async function beginRecurring(): Promise<void> {
  if (!isStoreFollowed()) return;
  const job = { id: randomUUID(), kind: 'follow store', subject: 'all', input: {} };
  await insertJob(database, { ...job, askedBy: STANDARDS_DESK.account });
}

/** Does jobs one after another until `signal` ends it; rests for `restMs` when there is none or the database is away. */
export async function runJobs(signal: AbortSignal, restMs: number): Promise<void> {
  const owner = `${process.pid}/${randomUUID()}`;
  while (!signal.aborted) {
    const busy = await runOne(owner, signal)
      .then(async (done) => {
        if (!done) await beginRecurring();
        return done;
      })
      .catch((error: unknown) => {
        if (error instanceof DatabaseAway || error instanceof DatabaseBusy) return false;
        throw error;
      });
    // The wait ends at once when the signal does.
    if (!busy) await setTimeout(restMs, undefined, { signal }).catch(() => undefined);
  }
}
