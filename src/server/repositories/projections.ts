import type { Projected, Projection } from '../../core/view/projected';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';

export interface ProjectionRow {
  id: string;
  asked: Projection;
  state: 'waiting' | 'done' | 'failed';
  /** A preview from triangles, which the exact one replaces. */
  coarse: boolean;
  trouble?: string;
  /** It failed, or is coarse, and is to be tried again by now. */
  isDue: boolean;
}

type Raw = Omit<ProjectionRow, 'asked' | 'coarse' | 'trouble' | 'isDue'> & {
  asked: unknown;
  coarse: number;
  trouble: string | null;
  due: number;
};

/** What is known of projections, by their ids; nothing of those that nobody has asked for. */
export async function findProjections(db: Database, ids: readonly string[]): Promise<Map<string, ProjectionRow>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<Raw>(
    `SELECT id, asked, state, coarse, trouble, COALESCE(again_at <= CURRENT_TIMESTAMP, 0) AS due FROM projections WHERE id IN (${marks(ids)})`,
    [...ids],
  );
  return new Map(
    rows.map(({ asked, coarse, trouble, due, ...row }) => [
      row.id,
      {
        ...row,
        asked: fromJson<Projection>(asked),
        coarse: coarse === 1,
        isDue: Number(due) === 1,
        ...(trouble !== null && { trouble }),
      },
    ]),
  );
}

/** The projections that are done among some, by their ids. */
export async function projectionContents(db: Database, ids: readonly string[]): Promise<Map<string, Projected>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<{ id: string; content: string }>(
    `SELECT id, content FROM projections WHERE state = 'done' AND id IN (${marks(ids)})`,
    [...ids],
  );
  return new Map(rows.map(({ id, content }) => [id, JSON.parse(content) as Projected]));
}

/** Asks for a projection, unless somebody has. */
export async function insertProjection(db: Database, id: string, asked: Projection): Promise<void> {
  await db.run('INSERT IGNORE INTO projections (id, shape, asked) VALUES (?, ?, ?)', [
    id,
    asked.shape,
    JSON.stringify(asked),
  ]);
}

/** Keeps what a projection came to; an exact one stays for good. */
export async function keepProjection(
  db: Database,
  id: string,
  { projected, coarse, seconds }: { projected: Projected; coarse: boolean; seconds: number },
): Promise<void> {
  await db.run(
    `UPDATE projections SET state = 'done', content = ?, coarse = ?, trouble = NULL, again_at = NULL, seconds = ?
     WHERE id = ? AND (state <> 'done' OR coarse)`,
    [JSON.stringify(projected), coarse, seconds, id],
  );
}

/** The longest pause before a projection is tried again, minutes: a day. */
const LONGEST_PAUSE = 1440;

/** Keeps why a projection could not be made; a preview of it stays. It is tried again after 1, 4, 16 … minutes, then once a day. */
export async function keepTrouble(
  db: Database,
  id: string,
  { trouble, seconds }: { trouble: string; seconds: number },
): Promise<void> {
  await db.run(
    `UPDATE projections SET state = IF(coarse, 'done', 'failed'), trouble = ?, seconds = ?,
       again_at = CURRENT_TIMESTAMP + INTERVAL LEAST(POW(4, LEAST(tries, 10)), ${LONGEST_PAUSE}) MINUTE, tries = tries + 1
     WHERE id = ? AND (state <> 'done' OR coarse)`,
    [trouble.slice(0, 500), seconds, id],
  );
}

/** Has projections that failed, or are coarse, tried again at once. */
export async function tryAgain(db: Database, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await db.run(
    `UPDATE projections SET again_at = CURRENT_TIMESTAMP WHERE id IN (${marks(ids)}) AND (state = 'failed' OR coarse)`,
    [...ids],
  );
}

/** Whether a projection is a preview. */
export const isPreview = async (db: Database, id: string): Promise<boolean> =>
  (await db.query('SELECT 1 FROM projections WHERE id = ? AND coarse LIMIT 1', [id])).length > 0;
