import { type Remote, proxy, wrap } from 'comlink';
import type { PropertyDefinition } from '../../core/property/definition';
import { type Outcome, refuse } from '../../core/refusal';
import type { WritingHabits } from '../../core/specimen/written-numbers';
import type { ReadModels } from '../../core/specimen/reading-table';
import type { ReadingWorker } from '../../workers/reading-worker';

/** A file as it was chosen. */
export interface ChosenFile {
  name: string;
  bytes: Uint8Array<ArrayBuffer>;
}

/**
 * Reads files of models in a worker, which is started with the first files and kept for the next ones: the reader of
 * shapes is loaded once. What speaks to the worker is kept as long as the worker: let go, it would close the line.
 */
export class ReadingClient {
  private worker?: Worker;
  private remote?: Remote<ReadingWorker>;

  /**
   * Reads the files. Refused with the reason when one cannot be read, or when the reading itself breaks off.
   *
   * @param progress is told how many files are read
   * @param habits how tables write numbers and dates, as far as whoever reads them has said
   */
  async read(
    files: readonly ChosenFile[],
    properties: readonly PropertyDefinition[],
    progress: (read: number) => void,
    habits: WritingHabits,
  ): Promise<Outcome<ReadModels>> {
    const broken = new Promise<Outcome<ReadModels>>((done) => {
      this.started().addEventListener('error', () => done(this.brokenOff(files)), { once: true });
    });
    try {
      return await Promise.race([this.remote!.read(files, properties, proxy(progress), habits), broken]);
    } catch {
      return this.brokenOff(files);
    }
  }

  end() {
    this.worker?.terminate();
    this.worker = this.remote = undefined;
  }

  private started(): Worker {
    if (!this.worker) {
      this.worker = new Worker(new URL('../../workers/reading-worker.ts', import.meta.url), { type: 'module' });
      this.remote = wrap<ReadingWorker>(this.worker);
    }
    return this.worker;
  }

  /** The next files get a new worker: what broke this one may have left it half done. */
  private brokenOff(files: readonly ChosenFile[]) {
    this.end();
    return refuse(`${files.map(({ name }) => name).join(', ')}: Reading broke off; nothing was imported.`);
  }
}
