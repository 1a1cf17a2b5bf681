import { randomUUID } from 'node:crypto';
import { clearInterval, setInterval } from 'node:timers';
import { setTimeout } from 'node:timers/promises';
import { STANDARDS_DESK } from '../actor';
import { DatabaseAway, DatabaseBusy, database, transaction } from '../database';
import { type JobRow, claimJob, endJob, findJob, giveBack, insertJob, isFree } from '../repositories/jobs';
import { isStoreFollowed } from '../services/model-store';
import { CLAIMS, JOB_KINDS, soonerThan } from './registry';

/** How often long work looks whether something is wanted sooner, ms; found twice, no other process has taken it. */
const LOOKS_MS = 1000;

/** Ends with `signal`, and when work that is wanted sooner than a kind finds nobody: long work gives way after its next step. */
function givingWay(kind: string, signal: AbortSignal): { signal: AbortSignal; end: () => void } {
  const sooner = soonerThan(kind);
  if (sooner.length === 0) return { signal, end: () => undefined };
  const way = new AbortController();
  let found = 0;
  const looking = setInterval(() => {
    void isFree(database, sooner)
      .then((free) => {
        found = free ? found + 1 : 0;
        if (found > 1) way.abort();
      })
      .catch(() => undefined);
  }, LOOKS_MS);
  return { signal: AbortSignal.any([signal, way.signal]), end: () => clearInterval(looking) };
}

/** What an owner had at hand last. */
const atHand = new Map<string, string>();

/** Claims one job and does it, until `signal` ends it. @returns false when none was free */
export async function runOne(owner: string, signal: AbortSignal): Promise<boolean> {
  const job = await transaction((db) => claimJob(db, owner, { ...CLAIMS, has: atHand.get(owner) }));
  if (!job) return false;
  if (job.needs !== undefined) atHand.set(owner, job.needs);
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
  const until = givingWay(job.kind, signal);
  try {
    const ended = await kind.run(job, owner, until.signal);
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
  } finally {
    until.end();
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
