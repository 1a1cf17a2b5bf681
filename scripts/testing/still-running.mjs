/** Says which tests go on for long, while they do: for a reporter of any runner. */
import process from 'node:process';
import { clearInterval, setInterval } from 'node:timers';

/** After so many minutes with one and the same test a run is ended: nothing takes that long, however busy the machine is. */
const MOST_MINUTES = 20;

/** Ends the runner and its workers, which may no longer hear anybody: all of its group of processes. */
const endAll = () => process.kill(-process.pid, 'SIGKILL');

export class StillRunning {
  #begun = new Map();
  #timer;
  #minute;
  #tell;
  #end;

  /** `minute` is how long one takes, ms; `tell` takes what is said, `end` is called when a test hangs. */
  constructor({ minute = 60_000, tell = console.log, end = endAll } = {}) {
    [this.#minute, this.#tell, this.#end] = [minute, tell, end];
  }

  /** A test that begins, by a key of its own and the words that name it. */
  begin(key, words) {
    this.#begun.set(key, { words, at: Date.now(), told: 0 });
    this.#timer ??= setInterval(() => this.#look(), this.#minute / 6).unref();
  }

  end(key) {
    this.#begun.delete(key);
  }

  close() {
    clearInterval(this.#timer);
  }

  #look() {
    for (const test of this.#begun.values()) {
      const minutes = Math.floor((Date.now() - test.at) / this.#minute);
      if (minutes <= test.told) continue;
      test.told = minutes;
      this.#tell(`» still running after ${minutes} min: ${test.words}`);
      if (minutes < MOST_MINUTES) continue;
      this.#tell('» ended: it hangs');
      this.#end();
    }
  }
}
