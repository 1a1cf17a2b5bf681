import { type Refusal, refuse } from '../../core/refusal';
import { TookTooLong } from '../processes/processor-time';
import { programOf } from '../processes/program';
import { WarmProcesses } from '../processes/warm-processes';
import type { Readers } from './upload-reader';

/** How much processor time reading a file may take: files that are what they should be stay far below. */
const SECONDS = 20;

// A path, not an import: the reader is a program of its own, which the build leaves alone.
const PROGRAM = programOf('src/server/uploads/upload-reader.ts');

/** Those that read what is sent in: two, so that one large file does not hold up all small ones. */
export const uploadReaders = new WarmProcesses(PROGRAM, { processes: 2, megabytes: 700 });

/**
 * Reads a file that somebody sent in, in a process that is ended when it takes too long or needs too much memory, so that no file, whatever
 * is in it, keeps the application from answering. Refused in words then, and when the file breaks its reader.
 *
 * @param by who sent it
 */
export async function readUpload<K extends keyof Readers>(
  kind: K,
  given: Parameters<Readers[K]>[0],
  by: string,
  { readers = uploadReaders, seconds = SECONDS } = {},
): Promise<Awaited<ReturnType<Readers[K]>> | Refusal> {
  try {
    return await readers.run<Awaited<ReturnType<Readers[K]>>>({ kind, given }, { seconds, by });
  } catch (error) {
    return refuse(
      error instanceof TookTooLong
        ? `Reading the file took longer than ${seconds} seconds. It was not taken.`
        : 'The file is damaged, or needs more memory to read than it is worth. It was not taken.',
    );
  }
}
