import { database, transaction } from '../database';
import { noteProgress } from '../repositories/jobs';
import { findProjections, keepProjection } from '../repositories/projections';
import { keepPicture } from '../repositories/pictures';
import { findShape } from '../repositories/shapes';
import { type Made, Projector, TookTooLong } from '../projecting/projector';
import type { JobKind } from './kind';

/** How much processor time an exact projection may take, and one from triangles, seconds. */
const seconds = () => Number(process.env.ZONOGRAPH_PROJECTION_SECONDS ?? 60);
const COARSE_SECONDS = 60;
/** How often the claim on a projection is renewed while it is made. */
const RENEWED_MS = 10_000;

const projector = new Projector();

/** Makes one projection: exactly, or, where that takes too long, from triangles. It is done once, whoever asks for it. */
export const project: JobKind = {
  async run(job, owner, signal) {
    const asked = (await findProjections(database, [job.subject])).get(job.subject);
    if (!asked || asked.state === 'done') return 'done';
    const { shape } = asked.asked;
    const file = await findShape(database, shape);
    if (!file) return { failed: 'The office does not have the file of its shape.' };
    const began = performance.now();
    const keep = (made: (Made & { coarse: boolean }) | { trouble: string }) =>
      transaction(async (db) => {
        if ('raster' in made && made.raster && made.projected.shaded) {
          const { hash, pixels } = made.projected.shaded;
          await keepPicture(db, hash, file.name, { kind: 'raster', type: 'png', ...pixels }, made.raster);
        }
        await keepProjection(db, job.subject, { ...made, seconds: (performance.now() - began) / 1000 });
      });
    const renewing = setInterval(() => {
      void noteProgress(database, { id: job.id, owner, lastId: '', piecesDone: 0 }).catch(() => undefined);
    }, RENEWED_MS);
    const made = (coarse: boolean, limit: number) =>
      projector.project(asked.asked, file.bytes, { seconds: limit, coarse, signal });
    try {
      const outcome = await made(false, seconds())
        .then(
          (exact) => ({ ...exact, coarse: false }),
          async (error: unknown) => {
            if (!(error instanceof TookTooLong)) throw error;
            return { ...(await made(true, COARSE_SECONDS)), coarse: true };
          },
        )
        .catch((error: unknown) => ({ trouble: troubleWords(error) }));
      if ('trouble' in outcome && signal.aborted) return 'left';
      await keep(outcome);
      return 'done';
    } finally {
      clearInterval(renewing);
    }
  },
};

const troubleWords = (error: unknown): string =>
  error instanceof TookTooLong
    ? `It took more than ${seconds()} s of processor time, and more than ${COARSE_SECONDS} s from triangles.`
    : (error as Error).message;
