import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { wantProjections } from '../../contract/projections';
import { type Projected, type Projection, type ProjectionState, projectionKey } from '../../core/view/projected';
import { type Actor, STANDARDS_DESK } from '../actor';
import { type Database, database } from '../database';
import { askedAgain, insertJob, runningJobs } from '../repositories/jobs';
import {
  findProjections,
  insertProjection,
  isPreview,
  projectionContents,
  tryAgain,
} from '../repositories/projections';
import { missingShapes } from '../repositories/shapes';
import { ServiceError } from './service-error';

/** What views wait for while no job runs. */
const NOBODY = 'a worker process';

/** The kind of job that makes a projection. */
export const PROJECT = 'project';

/** How it stands with projections; those that nobody has made yet are begun by a job each, so that processes share them. */
export async function askedProjections(
  actor: Pick<Actor, 'account'>,
  wanted: readonly Projection[],
  db: Database = database,
): Promise<z.infer<(typeof wantProjections)['answer']>> {
  const byKey = new Map(wanted.map((one) => [projectionKey(one), one]));
  const known = await findProjections(db, [...byKey.keys()]);
  const absent = new Set(await missingShapes(db, [...new Set(wanted.map(({ shape }) => shape))]));
  const wantedNow = [...byKey].filter(([id, { shape }]) => {
    const row = known.get(id);
    return !absent.has(shape) && (row === undefined || row.state === 'waiting' || row.isDue);
  });
  const going = await askedAgain(
    db,
    PROJECT,
    wantedNow.map(([id]) => id),
  );
  for (const [id, asked] of wantedNow) {
    if (going.has(id)) continue;
    if (!known.has(id)) await insertProjection(db, id, asked);
    // One whose job broke off is begun again.
    const job = { id: randomUUID(), kind: PROJECT, subject: id, input: asked, needs: asked.shape };
    await insertJob(db, { ...job, askedBy: actor.account });
  }
  const states: State[] = [];
  for (const [id, asked] of byKey) {
    const row = known.get(id);
    if (row?.state === 'done' || (row?.state === 'failed' && !row.isDue)) {
      const { state, coarse, trouble } = row;
      states.push({ id, state, coarse, ...(trouble !== undefined && { trouble }) });
    } else if (absent.has(asked.shape)) {
      states.push({ id, state: 'failed', coarse: false, trouble: 'The office does not have the file of its shape.' });
    } else states.push({ id, state: 'waiting', coarse: false });
  }
  return states.some(({ state }) => state === 'waiting') ? withReasons(states, db) : states;
}

/** Names of the work that views wait for, by its kind. */
const WORK: Record<string, string> = {
  [PROJECT]: 'other views',
  prove: 'the proofs with all models',
  'follow store': 'the model store',
};

/** Adds what each waiting projection waits for. */
async function withReasons(states: readonly State[], db: Database): Promise<State[]> {
  const running = await runningJobs(db);
  const own = new Set(running.flatMap(({ kind, subject }) => (kind === PROJECT ? [subject] : [])));
  const others = [...new Set(running.map(({ kind }) => WORK[kind] ?? 'other work'))];
  return states.map((one) => {
    if (one.state !== 'waiting' || own.has(one.id)) return one;
    return { ...one, waitsFor: others.length > 0 ? others.join(' and ') : NOBODY };
  });
}

/** A projection that is done. @throws ServiceError 404 when it is not */
export async function projection(id: string): Promise<Projected> {
  const found = (await projectionContents(database, [id])).get(id);
  if (!found) throw new ServiceError(404, 'There is no such projection.');
  return found;
}

/** Whether a projection is the exact one, which never changes. */
export const isExact = async (id: string): Promise<boolean> => !(await isPreview(database, id));

/** Has projections that failed, or are previews, tried again at once. */
export async function projectAgain(ids: readonly string[]): Promise<null> {
  await tryAgain(database, ids);
  return null;
}

/** How it stands with projections, by their keys, each that is there whole; those that nobody has made yet are begun. */
export async function projectionsAtHand(
  wanted: readonly Projection[],
  db: Database = database,
): Promise<Map<string, ProjectionState>> {
  const states = await askedProjections(STANDARDS_DESK, wanted, db);
  return withContents(states, db);
}

/** How it stands with projections, by their keys, without beginning any. */
export async function projectionsKnown(
  wanted: readonly Projection[],
  db: Database = database,
): Promise<Map<string, ProjectionState>> {
  const rows = await findProjections(db, wanted.map(projectionKey));
  const states = wanted.map((one): State => {
    const id = projectionKey(one);
    const { state = 'waiting', coarse = false, trouble } = rows.get(id) ?? {};
    return { id, state, coarse, ...(trouble !== undefined && { trouble }) };
  });
  return withContents(states, db);
}

type State = z.infer<(typeof wantProjections)['answer']>[number];

async function withContents(states: readonly State[], db: Database): Promise<Map<string, ProjectionState>> {
  const contents = await projectionContents(
    db,
    states.map(({ id }) => id),
  );
  return new Map(
    states.map(({ id, state, coarse, trouble }): [string, ProjectionState] => {
      const projected = contents.get(id);
      if (projected) return [id, { projected, ...(coarse && { coarse: true }) }];
      return [id, state === 'failed' ? { trouble: trouble ?? 'It broke off.' } : 'waiting'];
    }),
  );
}
