import type { JobRow } from '../repositories/jobs';

/** How a job ended; *left* when it is to stop, is no longer this owner's, or its process ends. */
export type JobEnd = 'done' | 'left' | { failed: string };

/** One kind of long work: a row of `jobs` is done by it, from behind the last thing that it has done. */
export interface JobKind {
  run(job: JobRow, owner: string, signal: AbortSignal): Promise<JobEnd>;
  /** Seconds after which it is done again; absent for work that is done once. */
  everySeconds?: number;
}
