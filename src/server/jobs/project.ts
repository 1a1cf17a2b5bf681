import { database, transaction } from '../database';
import { noteProgress } from '../repositories/jobs';
import { findProjections, keepProjection, keepTrouble } from '../repositories/projections';
import { keepPicture } from '../repositories/pictures';
import { findShape } from '../repositories/shapes';
import { TookTooLong } from '../processes/processor-time';
import { type Made, Projector } from '../projecting/projector';
import type { JobKind } from './kind';

/** How much processor time an exact projection may take before there is a preview of it, and one from triangles, seconds. */
const seconds = () => Number(process.env.ZONOGRAPH_PROJECTION_SECONDS ?? 120);
const COARSE_SECONDS = 120;
/** How many times as much an exact one may take once there is a preview. */
const PATIENCE = 5;
/** How often the claim on a projection is renewed while it is made. */
const RENEWED_MS = 10_000;

const projector = new Projector();

/** Keeps the kernel at hand while nothing is projected. */
export const keepKernelWarm = (): void => projector.keepWarm();

/**
 * Makes one projection. Where that takes long, a preview from triangles is shown first, and the exact one follows; of a section there is no
 * preview, since triangles are not cut. It is done once, whoever asks for it; one that fails is tried again later.
 */
export const project: JobKind = {
  lane: 'at the screen',
  newestFirst: true,
  async run(job, owner, signal) {
    const asked = (await findProjections(database, [job.subject])).get(job.subject);
    if (!asked || (asked.state === 'done' && !asked.coarse)) return 'done';
    const { shape, cut } = asked.asked;
    const file = await findShape(database, shape);
    if (!file) return { failed: 'The office does not have the file of its shape.' };
    const began = performance.now();
    const taken = () => (performance.now() - began) / 1000;
    const keep = ({ projected, raster }: Made, coarse: boolean) =>
      transaction(async (db) => {
        if (raster && projected.shaded) {
          const { hash, pixels } = projected.shaded;
          await keepPicture(db, hash, file.name, { kind: 'raster', type: 'png', ...pixels }, raster);
        }
        await keepProjection(db, job.subject, { projected, coarse, seconds: taken() });
      });
    const renewing = setInterval(() => {
      void noteProgress(database, { id: job.id, owner, lastId: '', piecesDone: 0 }).catch(() => undefined);
    }, RENEWED_MS);
    const made = (coarse: boolean, limit: number) =>
      projector.project(asked.asked, file.bytes, { seconds: limit, coarse, signal });
    /** Shows a preview; one that cannot be made is no trouble, since the exact one follows. */
    const preview = async () => {
      const seen = await made(true, COARSE_SECONDS).catch(() => undefined);
      if (seen) await keep(seen, true);
    };
    try {
      const isFirst = !asked.coarse;
      const exact = await made(false, isFirst ? seconds() : seconds() * PATIENCE).catch(async (error: unknown) => {
        if (!(error instanceof TookTooLong) || !isFirst) throw error;
        if (cut === undefined) await preview();
        return made(false, seconds() * PATIENCE);
      });
      await keep(exact, false);
      return 'done';
    } catch (error) {
      if (signal.aborted) return 'left';
      await keepTrouble(database, job.subject, { trouble: troubleWords(error), seconds: taken() });
      return 'done';
    } finally {
      clearInterval(renewing);
    }
  },
};

const troubleWords = (error: unknown): string =>
  error instanceof TookTooLong
    ? `It took more than ${seconds() * PATIENCE} s of processor time.`
    : (error as Error).message;
