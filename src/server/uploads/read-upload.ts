import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { type Refusal, refuse } from '../../core/refusal';
import { limitWork } from '../processor-time';
import type { Readers } from './upload-reader';

/** How much processor time reading a file may take, and how much memory: files that are what they should be stay far below. */
const LIMITS = { seconds: 20, megabytes: 700 };

// A path, not an import: the reader is a program of its own, which the build leaves alone.
const PROGRAM = join(process.cwd(), 'src/server/uploads/upload-reader.ts');

/** Files are read one after another, so that several large ones do not need the memory of all at once. */
let turn: Promise<unknown> = Promise.resolve();

/**
 * Reads a file that somebody sent in, in a process that is ended when it takes too long or needs too much memory, so that no file, whatever
 * is in it, keeps the application from answering. Refused in words then, and when the file breaks its reader.
 */
export function readUpload<K extends keyof Readers>(
  kind: K,
  given: Parameters<Readers[K]>[0],
  limits = LIMITS,
): Promise<Awaited<ReturnType<Readers[K]>> | Refusal> {
  const reading = turn.then(() => readNow<Awaited<ReturnType<Readers[K]>>>({ kind, given }, limits));
  turn = reading;
  return reading;
}

function readNow<Result>(task: object, { seconds, megabytes }: typeof LIMITS): Promise<Result | Refusal> {
  const reader = spawn(process.execPath, ['--import', 'tsx', `--max-old-space-size=${megabytes}`, PROGRAM], {
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  return new Promise<Result | Refusal>((resolve) => {
    const watched = limitWork(reader.pid ?? 0, seconds, () => {
      resolve(refuse(`Reading the file took longer than ${seconds} seconds. It was not taken.`));
      reader.kill('SIGKILL');
    });
    reader.once('message', (outcome) => resolve(outcome as Result));
    reader.once('error', () => resolve(refuse('The file could not be read. Try again.')));
    reader.once('close', () => {
      watched();
      resolve(refuse('The file is damaged, or needs more memory to read than it is worth. It was not taken.'));
    });
    reader.send(task);
  });
}
