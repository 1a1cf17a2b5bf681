import { type ChildProcess, spawn } from 'node:child_process';
import { TookTooLong, limitWork } from './processor-time';

/** The process of a task ended before it answered: it needed more memory than it may, or broke. */
export class BrokeOff extends Error {}

export interface Work {
  /** How much processor time it may take. */
  seconds: number;
  /** Who waits for it: of several, each gets a turn after the other. */
  by: string;
  /** Ends it when whoever asked has left. */
  signal?: AbortSignal | undefined;
}

interface Waiting {
  task: object;
  work: Work;
  done: (answer: unknown) => void;
  fail: (error: unknown) => void;
  /** Whoever asked has left before its turn came. */
  leave: () => void;
}

/** What a process is sent, and what it answers. */
export interface Sent {
  id: number;
  task: unknown;
}
export type Answered = { id: number } & ({ answer: unknown } | { trouble: string });

/** After so long without work all processes but those that are kept warm are ended. */
const IDLE_MS = 30_000;
/** A process is replaced after so many tasks, so that what a library forgets to let go of does not add up. */
const MOST_TASKS = 200;

/**
 * Processes that have a program loaded and do one task each at a time, so that what strangers send in and what takes long neither keeps the
 * application from answering nor can take its memory. One that takes too long or breaks is ended and replaced. People take turns.
 */
export class WarmProcesses {
  private readonly idle: ChildProcess[] = [];
  private readonly tasksOf = new WeakMap<ChildProcess, number>();
  private busy = 0;
  /** For how many tasks of each one who asks processes are busy. */
  private readonly busyFor = new Map<string, number>();
  private count = 0;
  private warm = 0;
  private resting: NodeJS.Timeout | undefined;
  /** What waits, by who asked for it; whoever had a turn last stands last. */
  private readonly waiting = new Map<string, Waiting[]>();

  /** @param program what node is given to run a program that does tasks by {@link answerTasks} */
  constructor(
    private readonly program: readonly string[],
    private readonly limits: { processes: number; megabytes: number },
  ) {}

  /** Starts so many processes now, and keeps them from now on, so that tasks need not wait for them; each takes about 100 MB. */
  keepWarm(processes: number): void {
    this.warm = processes;
    while (this.idle.length + this.busy < processes) this.idle.push(this.started());
  }

  /** @throws TookTooLong, BrokeOff, AbortError, or an Error with what the program says */
  run<Answer>(task: object, work: Work): Promise<Answer> {
    return new Promise<Answer>((done, fail) => {
      const leave = () => this.leave(one);
      const one: Waiting = { task, work, done: done as (answer: unknown) => void, fail, leave };
      if (work.signal?.aborted) return fail(gone());
      work.signal?.addEventListener('abort', leave, { once: true });
      this.waiting.set(work.by, [...(this.waiting.get(work.by) ?? []), one]);
      this.next();
    });
  }

  /** How many tasks wait for a process. */
  get queued(): number {
    return [...this.waiting.values()].reduce((sum, some) => sum + some.length, 0);
  }

  /** Ends all processes that wait for work, and keeps none warm any more. */
  stop(): void {
    this.warm = 0;
    clearTimeout(this.resting);
    for (const child of this.idle.splice(0)) child.kill('SIGKILL');
  }

  private leave(one: Waiting): void {
    const others = (this.waiting.get(one.work.by) ?? []).filter((other) => other !== one);
    if (others.length > 0) this.waiting.set(one.work.by, others);
    else this.waiting.delete(one.work.by);
    one.fail(gone());
  }

  private next(): void {
    if (this.busy >= this.limits.processes) return;
    // Nobody has all processes at once: whoever else comes need not wait for what takes long.
    const most = Math.max(1, this.limits.processes - 1);
    const turn = [...this.waiting].find(([by]) => (this.busyFor.get(by) ?? 0) < most);
    if (!turn) return;
    const [by, [one, ...others]] = turn;
    this.waiting.delete(by);
    if (others.length > 0) this.waiting.set(by, others);
    clearTimeout(this.resting);
    one!.work.signal?.removeEventListener('abort', one!.leave);
    void this.doNow(this.waitingProcess() ?? this.started(), one!);
  }

  /** A process that waits for work; one that has ended by itself, and has not been heard to, is no such. */
  private waitingProcess(): ChildProcess | undefined {
    for (let child = this.idle.pop(); child; child = this.idle.pop()) if (isThere(child)) return child;
    return undefined;
  }

  private async doNow(child: ChildProcess, { task, work, done, fail }: Waiting): Promise<void> {
    this.busy++;
    this.busyFor.set(work.by, (this.busyFor.get(work.by) ?? 0) + 1);
    const id = ++this.count;
    try {
      done(
        await new Promise((answer, trouble) => {
          const end = (error: unknown) => {
            settle();
            child.kill('SIGKILL');
            trouble(error);
          };
          const heard = (said: Answered) => {
            if (said.id !== id) return;
            settle();
            if ('trouble' in said) trouble(new Error(said.trouble));
            else answer(said.answer);
          };
          const broke = () => end(new BrokeOff());
          const left = () => end(gone());
          const settle = () => {
            watched();
            child.off('message', heard).off('close', broke).off('error', broke);
            work.signal?.removeEventListener('abort', left);
          };
          const watched = limitWork(child.pid ?? 0, work.seconds, () => end(new TookTooLong()));
          child.on('message', heard).on('close', broke).on('error', broke);
          work.signal?.addEventListener('abort', left, { once: true });
          child.send({ id, task } satisfies Sent, (error) => error && broke());
        }),
      );
    } catch (error) {
      fail(error);
    }
    this.busy--;
    const more = this.busyFor.get(work.by)! - 1;
    if (more > 0) this.busyFor.set(work.by, more);
    else this.busyFor.delete(work.by);
    this.take(child);
    this.next();
    if (this.busy === 0) this.resting = setTimeout(() => this.rest(), IDLE_MS).unref();
  }

  /** Takes a process back that has done its task, if it is still there. */
  private take(child: ChildProcess): void {
    const tasks = (this.tasksOf.get(child) ?? 0) + 1;
    this.tasksOf.set(child, tasks);
    if (isThere(child) && tasks < MOST_TASKS) this.idle.push(child);
    else {
      child.kill();
      this.keepWarm(this.warm);
    }
  }

  /** Ends what is not needed now. */
  private rest(): void {
    for (const child of this.idle.splice(this.warm)) child.kill();
  }

  private started(): ChildProcess {
    const child = spawn(process.execPath, [`--max-old-space-size=${this.limits.megabytes}`, ...this.program], {
      env: process.env,
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    child.once('exit', () => {
      const at = this.idle.indexOf(child);
      if (at >= 0) this.idle.splice(at, 1);
    });
    child.on('error', () => undefined);
    // It does not keep its parent alive while it has nothing to do.
    child.unref();
    child.channel?.unref();
    return child;
  }
}

const isThere = ({ exitCode, signalCode, killed, connected }: ChildProcess): boolean =>
  exitCode === null && signalCode === null && !killed && connected;

const gone = () => new DOMException('Whoever asked for it has left.', 'AbortError');
