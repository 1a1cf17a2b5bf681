/** Says which tests go on for long, while they do: for a reporter of any runner. */
import process from 'node:process';
import { clearInterval, setInterval } from 'node:timers';

const MINUTE = 60_000;
/** After so many minutes with one and the same test a run is ended: nothing takes that long, however busy the machine is. */
const MOST_MINUTES = 20;

export class StillRunning {
  #begun = new Map();
  #timer;

  /** A test that begins, by a key of its own and the words that name it. */
  begin(key, words) {
    this.#begun.set(key, { words, at: Date.now(), told: 0 });
    this.#timer ??= setInterval(() => this.#tell(), MINUTE / 6).unref();
  }

  end(key) {
    this.#begun.delete(key);
  }

  close() {
    clearInterval(this.#timer);
  }

  #tell() {
    for (const test of this.#begun.values()) {
      const minutes = Math.floor((Date.now() - test.at) / MINUTE);
      if (minutes <= test.told) continue;
      test.told = minutes;
      console.log(`» still running after ${minutes} min: ${test.words}`);
      if (minutes < MOST_MINUTES) continue;
      console.log(`» ended: it hangs`);
      // The runner and its workers, which may no longer hear anybody.
      process.kill(-process.pid, 'SIGKILL');
    }
  }
}
