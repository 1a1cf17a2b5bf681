/** A reporter of Jest that says which tests go on for long. */
import { relative } from 'node:path';
import { StillRunning } from './still-running.mjs';

export default class Reporter {
  #running = new StillRunning();
  #file = ({ path }) => relative('.', path);
  #test = (test, { ancestorTitles, title }) => [this.#file(test), ...ancestorTitles, title].join(' › ');

  onTestFileStart(test) {
    this.#running.begin(test.path, `${this.#file(test)}, as a whole`);
  }

  onTestFileResult(test) {
    this.#running.end(test.path);
  }

  onTestCaseStart(test, started) {
    // The file is told of as long as none of its tests runs: while it is loaded.
    this.#running.end(test.path);
    const words = this.#test(test, started);
    this.#running.begin(words, words);
  }

  onTestCaseResult(test, result) {
    this.#running.end(this.#test(test, result));
  }

  onRunComplete() {
    this.#running.close();
  }
}
