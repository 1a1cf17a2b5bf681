import type { Projected, Projection } from '../../core/view/projected';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';

export interface ProjectionRow {
  id: string;
  asked: Projection;
  state: 'waiting' | 'done' | 'failed';
  coarse: boolean;
  trouble?: string;
}

type Raw = Omit<ProjectionRow, 'asked' | 'coarse' | 'trouble'> & {
  asked: unknown;
  coarse: number;
  trouble: string | null;
};

/** What is known of projections, by their ids; nothing of those that nobody has asked for. */
export async function findProjections(db: Database, ids: readonly string[]): Promise<Map<string, ProjectionRow>> {
  if (ids.length === 0) return new Map();
  const rows = await db.query<Raw>(
    `SELECT id, asked, state, coarse, trouble FROM projections WHERE id IN (${marks(ids)})`,
    [...ids],
  );
  return new Map(
    rows.map(({ asked, coarse, trouble, ...row }) => [
      row.id,
      { ...row, asked: fromJson<Projection>(asked), coarse: coarse === 1, ...(trouble !== null && { trouble }) },
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

/** Keeps what a projection came to. */
export async function keepProjection(
  db: Database,
  id: string,
  made: { seconds: number } & ({ projected: Projected; coarse: boolean } | { trouble: string }),
): Promise<void> {
  const done = 'projected' in made;
  await db.run(
    "UPDATE projections SET state = ?, content = ?, coarse = ?, trouble = ?, seconds = ? WHERE id = ? AND state <> 'done'",
    [
      done ? 'done' : 'failed',
      done ? JSON.stringify(made.projected) : null,
      done && made.coarse,
      done ? null : made.trouble.slice(0, 500),
      made.seconds,
      id,
    ],
  );
}
