/** Keeps a part of the demo running. */
import { say } from './setup.mjs';

/** A part that ends as often as this within a minute is not started again: something is wrong with it. */
const MOST_STARTS = 5;
const MINUTE = 60_000;

/**
 * Starts a part and starts it again whenever it ends by itself: the database, the worker or the model store may be killed and are back in
 * a moment.
 *
 * @param {string} name what messages call it
 * @param {(before?: Part) => Promise<Part> | Part} start is given the part that ended, to take its place
 * @param {object} how
 * @param {() => void} how.onGivenUp the part ends again and again, or cannot be started again
 * @param {() => boolean} how.isStopping everything is being ended: the part too, perhaps by the same signal
 * @param {() => string | undefined} [how.hindrance] what a start waits for, in words, such as a full disk; such a start does not count
 * @param {number} [how.look] how often it is looked whether that is over, ms
 * @param {number} [how.pause] how long it is waited before a start, ms, so that a signal to all has reached all
 * @typedef {{ exited: Promise<unknown>, stop: () => Promise<unknown> }} Part
 */
export async function keepRunning(
  name,
  start,
  { onGivenUp, isStopping, hindrance = () => undefined, look = 2000, pause = 1000 },
) {
  let part = await start();
  let starts = [];
  let starting = Promise.resolve();
  const unhindered = async () => {
    const what = hindrance();
    if (what === undefined) return;
    say(`${name} ended; ${what}`);
    starts = [];
    while (hindrance() !== undefined && !isStopping()) await new Promise((done) => setTimeout(done, look));
  };
  const again = async () => {
    await new Promise((done) => setTimeout(done, pause));
    await unhindered();
    if (isStopping()) return;
    starts = [...starts.filter((at) => at > Date.now() - MINUTE), Date.now()];
    if (starts.length > MOST_STARTS) {
      say(`${name} ends again and again`);
      onGivenUp();
      return;
    }
    say(`${name} ended; it is started again`);
    try {
      part = await start(part);
      watch();
    } catch (error) {
      if (hindrance() !== undefined) return again();
      say(`${name} cannot be started again: ${error.message}`);
      onGivenUp();
    }
  };
  const watch = () => void part.exited.then(() => (starting = again()));
  watch();
  return {
    first: part,
    async stop() {
      await starting;
      await part.stop();
    },
  };
}
