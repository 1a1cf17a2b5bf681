import { TookTooLong } from '../processes/processor-time';
import { programOf } from '../processes/program';
import { BrokeOff, WarmProcesses } from '../processes/warm-processes';
import { ServiceError } from '../services/service-error';
import type { ACTS } from './acts';
import type { Asked } from './office-process';
import { type Outcome, answerOf } from './outcome';

type Acts = typeof ACTS;
type Act = keyof Acts;

/** Who waits for it, and whether they still do. */
export interface ForWhom {
  by: string;
  /** Of what only reads: it is ended when whoever asked has left. What changes something goes on to its end. */
  signal?: AbortSignal | undefined;
  /** Whether it makes pictures of pixels. */
  pixels?: boolean;
}

/** How much processor time an act may take: a PNG of A0 at 300 dpi takes half a minute, the package of a large office a minute. */
const SECONDS = 300;

// A path, not an import: it is a program of its own, which the build leaves alone.
const PROGRAM = programOf('src/server/beside/office-process.ts');

/** Two, so that what takes long does not hold up all that does not. */
export const officeProcesses = new WarmProcesses(PROGRAM, { processes: 2, megabytes: 1000 });
/** One that makes pictures of pixels, one after another: each may need 1.5 GB. */
export const pixelProcess = new WarmProcesses(PROGRAM, { processes: 1, megabytes: 1000 });

/** What would fit where an act took more than it may. */
const LESS: Partial<Record<Act, string>> = {
  exportDrawing: 'Export fewer sheets at once.',
  packageOf: 'Pack fewer formats at once.',
  lookInto: 'Have it packed in parts.',
  takeIn: 'Have it packed in parts.',
};

/**
 * Does an act in a process of its own, so that the application goes on answering; the process is ended when the act takes too long or
 * whoever asked has left.
 *
 * @throws ServiceError 422 when it takes too much, and whatever the act throws
 */
export async function beside<A extends Act>(
  act: A,
  given: Parameters<Acts[A]>,
  { by, signal, pixels = false }: ForWhom,
): Promise<Awaited<ReturnType<Acts[A]>>> {
  const less = pixels ? 'Choose fewer dpi, or fewer sheets at once.' : LESS[act];
  try {
    const processes = pixels ? pixelProcess : officeProcesses;
    const asked: Asked = { act, given };
    const outcome = await processes.run<Outcome<Awaited<ReturnType<Acts[A]>>>>(asked, { seconds: SECONDS, by, signal });
    return answerOf(outcome);
  } catch (error) {
    throw inWords(error, less);
  }
}

function inWords(error: unknown, less = ''): unknown {
  const said = (words: string) => new ServiceError(422, `${words} ${less}`.trim());
  if (error instanceof TookTooLong) return said(`That took longer than ${SECONDS} seconds of work, and was ended.`);
  if (error instanceof BrokeOff) return said('That broke off. It may need more memory than there is.');
  if (error instanceof DOMException && error.name === 'AbortError') return new ServiceError(422, error.message);
  return error;
}
