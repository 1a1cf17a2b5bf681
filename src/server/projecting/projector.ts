import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';
import type { Projected, Projection } from '../../core/view/projected';

/** What is sent to the projecting process: the file comes with the first projection of it. */
export interface ToProject {
  id: number;
  bytes?: Uint8Array;
  projection: Projection;
  /** From triangles, which takes less time. */
  coarse: boolean;
}

export type FromProjector = { id: number } & ({ projected: Projected } | { trouble: string });

/** It took longer than it may. */
export class TookTooLong extends Error {}

/** After so long without work the process is ended, and its memory is free. */
const IDLE_MS = 30_000;

/**
 * Projects in a process of its own, which is ended when one takes too long, breaks, or has nothing to do: the kernel keeps half a
 * gigabyte, and nothing else stops it in the middle.
 */
export class Projector {
  private child: ChildProcess | undefined;
  /** The file that the process has read last. */
  private has: string | undefined;
  private count = 0;
  private idle: NodeJS.Timeout | undefined;

  /** @throws TookTooLong after so many seconds, an Error with the reason where it cannot be projected, AbortError when `signal` ends it */
  async project(
    projection: Projection,
    bytes: Uint8Array,
    { seconds, coarse, signal }: { seconds: number; coarse: boolean; signal: AbortSignal },
  ): Promise<Projected> {
    clearTimeout(this.idle);
    const child = (this.child ??= this.started());
    const id = ++this.count;
    const sent: ToProject = { id, projection, coarse, ...(this.has !== projection.shape && { bytes }) };
    this.has = projection.shape;
    try {
      return await new Promise<Projected>((done, fail) => {
        const timer = setTimeout(() => this.end(new TookTooLong(), fail), seconds * 1000);
        const stopped = () => this.end(new DOMException('stopped', 'AbortError'), fail);
        const left = () => fail(new Error('The kernel broke off.'));
        const heard = (answer: FromProjector) => {
          if (answer.id !== id) return;
          if ('trouble' in answer) fail(new Error(answer.trouble));
          else done(answer.projected);
        };
        signal.addEventListener('abort', stopped);
        child.once('exit', left);
        child.on('message', heard);
        this.settle = () => {
          clearTimeout(timer);
          signal.removeEventListener('abort', stopped);
          child.off('exit', left);
          child.off('message', heard);
        };
        child.send(sent);
      });
    } catch (error) {
      // What it has read may be what broke it.
      this.has = undefined;
      throw error;
    } finally {
      this.settle();
      this.idle = setTimeout(() => this.stop(), IDLE_MS).unref();
    }
  }

  stop(): void {
    clearTimeout(this.idle);
    this.child?.kill('SIGKILL');
    this.child = undefined;
    this.has = undefined;
  }

  private settle: () => void = () => undefined;

  private end(error: Error, fail: (error: Error) => void): void {
    fail(error);
    this.stop();
  }

  private started(): ChildProcess {
    const child = fork(join(process.cwd(), 'scripts/projector.ts'), {
      execArgv: ['--import', 'tsx'],
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    child.once('exit', () => {
      if (this.child === child) this.child = undefined;
      if (this.child === undefined) this.has = undefined;
    });
    // It does not keep its parent alive while it has nothing to do.
    child.unref();
    child.channel?.unref();
    return child;
  }
}
