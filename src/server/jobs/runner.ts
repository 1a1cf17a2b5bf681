import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { DatabaseAway, database, transaction } from '../database';
import { type JobRow, claimJob, endJob, findJob, giveBack } from '../repositories/jobs';
import { prove } from './prove';

const WORK: Record<JobRow['kind'], typeof prove> = { prove };

/** Claims one job and does it, until `signal` ends it. @returns false when none was free */
export async function runOne(owner: string, signal: AbortSignal): Promise<boolean> {
  const job = await transaction((db) => claimJob(db, owner));
  if (!job) return false;
  try {
    const ended = await WORK[job.kind](job, owner, signal);
    if (ended === 'done') await endJob(database, { id: job.id, owner, state: 'done' });
    else if (ended === 'left') await leave(job, owner);
    else await endJob(database, { id: job.id, owner, state: 'failed', trouble: ended.failed });
  } catch (error) {
    // Left to its lease: once the database is back the job is claimed again where it stands.
    if (error instanceof DatabaseAway) throw error;
    const trouble = `It broke off: ${(error as Error).message}`.slice(0, 500);
    await endJob(database, { id: job.id, owner, state: 'failed', trouble });
  }
  return true;
}

/** Stops a job that is to stop; gives any other back, so that the next process goes on with it at once. */
async function leave({ id }: JobRow, owner: string): Promise<void> {
  if ((await findJob(database, id))?.stopAsked) await endJob(database, { id, owner, state: 'stopped' });
  else await giveBack(database, { id, owner });
}

/** Does jobs one after another until `signal` ends it; rests for `restMs` when there is none or the database is away. */
export async function runJobs(signal: AbortSignal, restMs: number): Promise<void> {
  const owner = `${process.pid}/${randomUUID()}`;
  while (!signal.aborted) {
    const busy = await runOne(owner, signal).catch((error: unknown) => {
      if (error instanceof DatabaseAway) return false;
      throw error;
    });
    // The wait ends at once when the signal does.
    if (!busy) await setTimeout(restMs, undefined, { signal }).catch(() => undefined);
  }
}
