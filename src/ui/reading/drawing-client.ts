import { type Remote, wrap } from 'comlink';
import type { GlyphTableJson } from '../../core/lettering/glyph-table';
import type { PropertyDefinition } from '../../core/property/definition';
import type { LookAt } from '../../core/recognising/look-at';
import type { Choices } from '../../core/recognising/reading-in';
import { type Outcome, refuse } from '../../core/refusal';
import type { DrawingWorker } from '../../workers/drawing-worker';

/** How long reading or recognising a drawing may take. */
const LONGEST_MS = 120_000;

/** Reads a drawing in a worker of its own, which can be stopped at any time and is ended when it takes too long. */
export class DrawingClient {
  private readonly worker = new Worker(new URL('../../workers/drawing-worker.ts', import.meta.url), { type: 'module' });
  private readonly remote: Remote<DrawingWorker> = wrap<DrawingWorker>(this.worker);
  private stopped: ((reason: string) => void) | undefined;

  read(bytes: Uint8Array<ArrayBuffer>, fonts: readonly GlyphTableJson[], properties: readonly PropertyDefinition[]) {
    return this.within(this.remote.read(bytes, fonts, properties));
  }

  look(choices: Choices, format: { id: string; name: string }): Promise<Outcome<LookAt>> {
    return this.within(this.remote.look(choices, format) as Promise<Outcome<LookAt>>);
  }

  attributes(bytes: Uint8Array<ArrayBuffer>) {
    return this.within(this.remote.attributes(bytes));
  }

  /** Ends it, whatever it is at. */
  end(reason = 'Stopped; nothing was taken over.') {
    this.worker.terminate();
    this.stopped?.(reason);
  }

  private async within<T extends object>(work: Promise<Outcome<T>>): Promise<Outcome<T>> {
    const ended = new Promise<Outcome<T>>((done) => {
      this.stopped = (reason) => done(refuse(reason));
      this.worker.addEventListener('error', () => done(refuse('Reading broke off; nothing was taken over.')), {
        once: true,
      });
    });
    const timer = setTimeout(
      () =>
        this.end(
          `Reading took longer than ${LONGEST_MS / 1000} seconds and was ended. Save the sheet alone and read that.`,
        ),
      LONGEST_MS,
    );
    try {
      return await Promise.race([work, ended]);
    } catch (error) {
      return refuse(`Reading broke off: ${(error as Error).message}. Nothing was taken over.`);
    } finally {
      clearTimeout(timer);
    }
  }
}
