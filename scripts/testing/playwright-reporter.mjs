/** A reporter of Playwright that says which tests go on for long. */
import { StillRunning } from './still-running.mjs';

export default class Reporter {
  #running = new StillRunning();

  printsToStdio() {
    return false;
  }

  onTestBegin(test) {
    this.#running.begin(test.id, test.titlePath().filter(Boolean).join(' › '));
  }

  onTestEnd(test) {
    this.#running.end(test.id);
  }

  onEnd() {
    this.#running.close();
  }
}
