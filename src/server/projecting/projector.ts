import { type ChildProcess, spawn } from 'node:child_process';
import type { Projected, Projection } from '../../core/view/projected';
import { TookTooLong, limitWork } from '../processes/processor-time';
import { programOf } from '../processes/program';

/** What is sent to the projecting process: the file comes with the first projection of it. */
export interface ToProject {
  id: number;
  /** The file, unless the process has it. */
  bytes?: Uint8Array;
  /** The files that it may let go of, by their hashes. */
  forget: string[];
  projection: Projection;
  /** From triangles, which takes less time. */
  coarse: boolean;
}

/** Has the kernel opened before anything is asked for. */
export interface ToWarm {
  warm: true;
}

export type FromProjector = { id: number } & (Made | { trouble: string });

/** What a projection came to, and its picture where it is shaded: a PNG. */
export interface Made {
  projected: Projected;
  raster?: Uint8Array;
}

/** How many files stay read in the process. */
const MOST_FILES = 4;
/** After so long without work the process is ended, and its memory is free. */
const IDLE_MS = 30_000;
/**
 * Projects in a process of its own, which is ended when one takes too long, breaks, or has nothing to do: the kernel keeps half a
 * gigabyte, and nothing else stops it in the middle.
 */
export class Projector {
  private child: ChildProcess | undefined;
  /** The files that the process has, by their hashes, the one that was used last at the end. */
  private has: string[] = [];
  private count = 0;
  private idle: NodeJS.Timeout | undefined;

  /** @throws TookTooLong after so many seconds of processor time, an Error with the reason where it cannot be projected, AbortError when `signal` ends it */
  async project(
    projection: Projection,
    bytes: Uint8Array,
    { seconds, coarse, signal }: { seconds: number; coarse: boolean; signal: AbortSignal },
  ): Promise<Made> {
    clearTimeout(this.idle);
    const child = (this.child ??= this.started());
    const id = ++this.count;
    const { shape } = projection;
    const isThere = this.has.includes(shape);
    this.has = [...this.has.filter((one) => one !== shape), shape];
    const forget = this.has.splice(0, Math.max(0, this.has.length - MOST_FILES));
    const sent: ToProject = { id, projection, coarse, forget, ...(!isThere && { bytes }) };
    try {
      return await new Promise<Made>((done, fail) => {
        const watched = limitWork(child.pid!, seconds, () => this.end(new TookTooLong(), fail));
        const stopped = () => this.end(new DOMException('stopped', 'AbortError'), fail);
        const left = () =>
          fail(new Error('The kernel ended before it was done. A shape may need more memory than there is.'));
        const heard = (answer: FromProjector) => {
          if (answer.id !== id) return;
          if ('trouble' in answer) fail(new Error(answer.trouble));
          else done(answer);
        };
        signal.addEventListener('abort', stopped);
        child.once('exit', left);
        child.on('message', heard);
        this.settle = () => {
          watched();
          signal.removeEventListener('abort', stopped);
          child.off('exit', left);
          child.off('message', heard);
        };
        child.send(sent);
      });
    } catch (error) {
      // What it has read may be what broke it.
      this.stop();
      throw error;
    } finally {
      this.settle();
      this.idle = setTimeout(() => this.rest(), IDLE_MS).unref();
    }
  }

  /** Keeps a process with the kernel opened and no file, so that the first view of a part need not wait for that; it takes 200 MB. */
  keepWarm(): void {
    this.isKeptWarm = true;
    if (this.child) return;
    this.child = this.started();
    this.child.send({ warm: true } satisfies ToWarm);
  }

  private isKeptWarm = false;

  stop(): void {
    clearTimeout(this.idle);
    this.child?.kill('SIGKILL');
    this.child = undefined;
    this.has = [];
  }

  /** Lets go of what it has read. */
  private rest(): void {
    this.stop();
    if (this.isKeptWarm) this.keepWarm();
  }

  private settle: () => void = () => undefined;

  private end(error: Error, fail: (error: Error) => void): void {
    fail(error);
    this.stop();
  }

  private started(): ChildProcess {
    const child = spawn(process.execPath, programOf('scripts/projector.ts'), {
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    child.once('exit', () => {
      if (this.child === child) this.child = undefined;
      if (this.child === undefined) this.has = [];
    });
    // It does not keep its parent alive while it has nothing to do.
    child.unref();
    child.channel?.unref();
    return child;
  }
}
