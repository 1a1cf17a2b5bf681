import type { JobRow } from '../repositories/jobs';

/** How a job ended; *left* when it is to stop, is no longer this owner's, or its process ends. */
export type JobEnd = 'done' | 'left' | { failed: string };

/** How soon work is wanted: somebody waits for it at the screen, it is wanted soon, or whenever nothing else is. */
export const LANES = ['at the screen', 'soon', 'whenever'] as const;
export type Lane = (typeof LANES)[number];

/** One kind of long work: a row of `jobs` is done by it, from behind the last thing that it has done. */
export interface JobKind {
  run(job: JobRow, owner: string, signal: AbortSignal): Promise<JobEnd>;
  lane: Lane;
  /** What was asked for last goes first: somebody looks at it now. */
  newestFirst?: true;
  /** Seconds after which it is done again; absent for work that is done once. */
  everySeconds?: number;
}
