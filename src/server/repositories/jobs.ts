import { type Database, marks } from '../database';
import { fromJson } from './json-column';

export type JobState = 'waiting' | 'running' | 'done' | 'stopped' | 'failed';

export interface JobRow {
  id: string;
  /** One of the kinds in the registry of jobs. */
  kind: string;
  /** What it is about. */
  subject: string;
  input: unknown;
  state: JobState;
  stopAsked: boolean;
  /** The id of the last thing it has done: it goes on behind it. */
  lastId: string | undefined;
  /** How many pieces of work there are in all, when that is known, and how many are done. */
  pieces: number | undefined;
  piecesDone: number;
  trouble?: string;
  /** What has to be at hand for it, as the file of a shape. */
  needs?: string;
  /** How long it has run, or ran, in seconds. */
  seconds: number;
}

type Raw = Omit<JobRow, 'stopAsked' | 'trouble' | 'needs' | 'seconds' | 'lastId' | 'pieces'> & {
  stopAsked: number;
  trouble: string | null;
  needs: string | null;
  lastId: string | null;
  pieces: number | null;
  ms: number | string | null;
};

const COLUMNS = `id, kind, subject, input, state, stop_asked AS stopAsked, last_id AS lastId, pieces,
  pieces_done AS piecesDone, trouble, needs, TIMESTAMPDIFF(MICROSECOND, started_at, COALESCE(ended_at, NOW(3))) / 1000 AS ms`;

const toRow = ({ stopAsked, trouble, needs, ms, input, lastId, pieces, ...row }: Raw): JobRow => ({
  ...row,
  input: fromJson(input),
  stopAsked: stopAsked === 1,
  lastId: lastId ?? undefined,
  pieces: pieces ?? undefined,
  seconds: Number(ms ?? 0) / 1000,
  ...(trouble !== null && { trouble }),
  ...(needs !== null && { needs }),
});

/** How long a claim lasts unless it is renewed, in seconds, and how often a job is begun before it counts as failed. */
const LEASE_SECONDS = 30;
const ATTEMPTS = 3;
/** What is looked at is asked for again within so many seconds. */
const IN_SIGHT_SECONDS = 5;

const LEASE = `NOW(3) + INTERVAL ${LEASE_SECONDS} SECOND`;
const FREE = "((state = 'waiting' AND run_at <= NOW(3)) OR (state = 'running' AND lease_until < NOW(3)))";

/**
 * Puts in a job, unless one of its kind about the same thing waits or runs already: whoever asks at once, one is put in.
 * @returns whether it was put in
 */
export async function insertJob(
  db: Database,
  job: Pick<JobRow, 'id' | 'kind' | 'subject' | 'input' | 'needs'> & { pieces?: number; askedBy: string },
): Promise<boolean> {
  const { affected } = await db.run(
    'INSERT IGNORE INTO jobs (id, kind, subject, input, pieces, asked_by, needs) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [job.id, job.kind, job.subject, JSON.stringify(job.input), job.pieces ?? null, job.askedBy, job.needs ?? null],
  );
  return affected === 1;
}

/** Notes that jobs of a kind about some things are asked for once more. @returns what of it waits or runs, and so need not be put in */
export async function askedAgain(db: Database, kind: string, subjects: readonly string[]): Promise<Set<string>> {
  if (subjects.length === 0) return new Set();
  const of = `kind = ? AND subject IN (${marks(subjects)})`;
  await db.run(`UPDATE jobs SET asked_at = NOW(3) WHERE ${of} AND state = 'waiting'`, [kind, ...subjects]);
  const rows = await db.query<{ subject: string }>(
    `SELECT subject FROM jobs WHERE ${of} AND state IN ('waiting', 'running')`,
    [kind, ...subjects],
  );
  return new Set(rows.map(({ subject }) => subject));
}

/** What jobs of a kind that wait or run are about. */
export async function goingSubjects(db: Database, kind: string): Promise<Set<string>> {
  const rows = await db.query<{ subject: string }>(
    "SELECT subject FROM jobs WHERE kind = ? AND state IN ('waiting', 'running')",
    [kind],
  );
  return new Set(rows.map(({ subject }) => subject));
}

export async function findJob(db: Database, id: string): Promise<JobRow | undefined> {
  return (await db.query<Raw>(`SELECT ${COLUMNS} FROM jobs WHERE id = ?`, [id])).map(toRow)[0];
}

/** The newest job of a kind about something. */
export async function newestJob(db: Database, kind: string, subject: string): Promise<JobRow | undefined> {
  const sql = `SELECT ${COLUMNS} FROM jobs WHERE kind = ? AND subject = ? ORDER BY created_at DESC LIMIT 1`;
  return (await db.query<Raw>(sql, [kind, subject])).map(toRow)[0];
}

/** Takes out the jobs of a kind about something that are over, but for one, with what they came to. */
export async function deleteEndedJobs(
  db: Database,
  { id, kind, subject }: Pick<JobRow, 'id' | 'kind' | 'subject'>,
): Promise<void> {
  const sql = "DELETE FROM jobs WHERE kind = ? AND subject = ? AND id <> ? AND state NOT IN ('waiting', 'running')";
  await db.run(sql, [kind, subject, id]);
}

/** What runs now: of which kind, about what. */
export const runningJobs = (db: Database): Promise<{ kind: string; subject: string }[]> =>
  db.query("SELECT kind, subject FROM jobs WHERE state = 'running' AND lease_until >= NOW(3)");

/** Whether work of some kinds is free to be begun. */
export async function isFree(db: Database, kinds: readonly string[]): Promise<boolean> {
  if (kinds.length === 0) return false;
  const sql = `SELECT 1 FROM jobs WHERE kind IN (${marks(kinds)}) AND ${FREE} LIMIT 1`;
  return (await db.query(sql, [...kinds])).length > 0;
}

/**
 * Claims the first job that is free: that waits and whose time has come, or whose owner has let its lease run out. Kinds go in their
 * order; of one kind what was asked for in the last seconds goes first where somebody looks at it, else what has waited longest; of these
 * what needs what `has` is, then what nobody else has at hand now. To be called
 * in a transaction of its own. The update asks again whether it is free, so that two claims at once give it to one even where
 * rows are not locked between nodes. A job that was begun too often is failed.
 */
export async function claimJob(
  db: Database,
  owner: string,
  { order, newestFirst, has }: { order: readonly string[]; newestFirst: readonly string[]; has?: string | undefined },
): Promise<JobRow | undefined> {
  const atHand = await db.query<{ needs: string }>(
    "SELECT needs FROM jobs WHERE state = 'running' AND needs IS NOT NULL AND lease_until >= NOW(3)",
  );
  const busy = ['', ...atHand.map(({ needs }) => needs)];
  // A kind that nobody knows goes first, so that it is failed.
  const free = await db.query<{ id: string; attempts: number }>(
    `SELECT id, attempts FROM jobs WHERE ${FREE}
     ORDER BY FIELD(kind, ${marks(order)}),
       IF(kind IN (${marks(newestFirst)}), -FLOOR(UNIX_TIMESTAMP(asked_at) / ${IN_SIGHT_SECONDS}), UNIX_TIMESTAMP(run_at)),
       CASE WHEN needs IS NULL THEN 1 WHEN needs = ? THEN 0 WHEN needs IN (${marks(busy)}) THEN 2 ELSE 1 END, created_at
     LIMIT 1 FOR UPDATE SKIP LOCKED`,
    [...order, ...newestFirst, has ?? '', ...busy],
  );
  const [job] = free;
  if (!job) return undefined;
  if (job.attempts >= ATTEMPTS) {
    const trouble = `It was begun ${ATTEMPTS} times and never came to its end.`;
    await db.run(`UPDATE jobs SET state = 'failed', trouble = ?, ended_at = NOW(3) WHERE id = ? AND ${FREE}`, [
      trouble,
      job.id,
    ]);
    return undefined;
  }
  const { affected } = await db.run(
    `UPDATE jobs SET state = 'running', owner = ?, attempts = attempts + 1,
       started_at = COALESCE(started_at, NOW(3)), lease_until = ${LEASE} WHERE id = ? AND ${FREE}`,
    [owner, job.id],
  );
  return affected === 1 ? findJob(db, job.id) : undefined;
}

/**
 * Notes how far a job is and renews its lease.
 * @returns false when the job is no longer this owner's, or is to stop
 */
export async function noteProgress(
  db: Database,
  job: { id: string; owner: string; lastId: string; piecesDone: number },
): Promise<boolean> {
  const { affected } = await db.run(
    `UPDATE jobs SET last_id = ?, pieces_done = ?, lease_until = ${LEASE}
     WHERE id = ? AND owner = ? AND state = 'running' AND stop_asked = FALSE`,
    [job.lastId, job.piecesDone, job.id, job.owner],
  );
  return affected === 1;
}

/** Ends a job that is still this owner's. */
export async function endJob(
  db: Database,
  { id, owner, state, trouble }: { id: string; owner: string; state: JobState; trouble?: string },
): Promise<void> {
  await db.run(
    `UPDATE jobs SET state = ?, trouble = ?, ended_at = NOW(3), lease_until = NULL
     WHERE id = ? AND owner = ? AND state = 'running'`,
    [state, trouble ?? null, id, owner],
  );
}

/** Lets go of a job that is still this owner's; what is done of it stays done. It is free again, at once or after a while. */
export async function giveBack(
  db: Database,
  { id, owner, afterSeconds = 0 }: { id: string; owner: string; afterSeconds?: number },
): Promise<void> {
  await db.run(
    `UPDATE jobs SET state = 'waiting', owner = NULL, lease_until = NULL, attempts = 0, run_at = NOW(3) + INTERVAL ? SECOND
     WHERE id = ? AND owner = ? AND state = 'running'`,
    [afterSeconds, id, owner],
  );
}

/** Has a job that waits for its time run at once. */
export async function runNow(db: Database, kind: string): Promise<void> {
  await db.run("UPDATE jobs SET run_at = NOW(3) WHERE kind = ? AND state = 'waiting'", [kind]);
}

/** Ends a job that another one is put in for. One that runs is no longer its owner's, who finds that at its next step. */
export async function supersede(db: Database, id: string): Promise<void> {
  await db.run(
    `UPDATE jobs SET state = 'stopped', stop_asked = TRUE, ended_at = NOW(3), lease_until = NULL
     WHERE id = ? AND state IN ('waiting', 'running')`,
    [id],
  );
}

/** Asks a job to stop: one that waits is stopped at once, one that runs at its next step. */
export async function askToStop(db: Database, id: string): Promise<void> {
  await db.run("UPDATE jobs SET state = 'stopped', ended_at = NOW(3) WHERE id = ? AND state = 'waiting'", [id]);
  await db.run("UPDATE jobs SET stop_asked = TRUE WHERE id = ? AND state = 'running'", [id]);
}
