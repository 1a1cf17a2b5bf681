import { join } from 'node:path';
import type { ExportKind } from '../../core/exchange/export-kinds';
import type { PdfDetails } from '../../core/exchange/pdf';
import type { SheetFiles } from '../../core/exchange/sheet-files';
import { fontsUsed } from '../../core/exchange/svg';
import type { ExportedFile, NamedSheet, writtenSheets } from '../../core/exchange/written-sheets';
import type { ProfileDocument } from '../../core/profile/document';
import { TookTooLong } from '../processes/processor-time';
import { BrokeOff, WarmProcesses } from '../processes/warm-processes';
import { ServiceError } from '../services/service-error';
import type { ToWrite } from './sheet-writer';

/** Who waits for a file, and whether they still do. */
export interface ForWhom {
  by: string;
  signal?: AbortSignal | undefined;
}

/** For callers that do not say who waits. */
export const SOMEBODY: ForWhom = { by: 'somebody' };

/** How much processor time writing a file may take: a PNG of A0 at 300 dpi takes half a minute. */
const SECONDS = 300;

// A path, not an import: the writer is a program of its own, which the build leaves alone.
const PROGRAM = join(process.cwd(), 'src/server/writing/sheet-writer.ts');

/** Those that write files of lines: two, so that a long one does not hold up all short ones. */
export const sheetWriters = new WarmProcesses(PROGRAM, { processes: 2, megabytes: 1000 });
/** One that writes pictures of pixels, one after another: each may need 1.5 GB. */
const rasterWriter = new WarmProcesses(PROGRAM, { processes: 1, megabytes: 1000 });

/**
 * Composed sheets as a file, written by a process of its own, which is ended when it takes too long or whoever asked has left.
 *
 * @throws ServiceError 422 for what cannot be written, or takes too much
 */
export async function writeSheets(
  sheets: readonly NamedSheet[],
  kind: ExportKind,
  details: PdfDetails,
  files: SheetFiles,
  profile: ProfileDocument,
  { by, signal }: ForWhom,
): Promise<ExportedFile> {
  const scenes = sheets.map(({ scene }) => scene);
  const fonts = new Set(scenes.flatMap(fontsUsed));
  const pictures = new Set(
    scenes.flatMap(({ primitives }) => primitives.flatMap((one) => (one.kind === 'image' ? [one.hash] : []))),
  );
  const task: ToWrite = {
    sheets,
    kind,
    details,
    profile,
    fonts: new Map([...fonts].map((id) => [id, files.font(id)])),
    pictures: new Map([...pictures].map((hash) => [hash, files.picture(hash)])),
  };
  const writers = kind.startsWith('png') ? rasterWriter : sheetWriters;
  try {
    const written = await writers.run<Awaited<ReturnType<typeof writtenSheets>>>(task, {
      seconds: SECONDS,
      by,
      signal,
    });
    if (!written.ok) throw new ServiceError(422, written.reason);
    return written.file;
  } catch (error) {
    throw inWords(error, kind);
  }
}

function inWords(error: unknown, kind: ExportKind): unknown {
  const less = kind.startsWith('png') ? 'Choose fewer dpi, or fewer sheets at once.' : 'Export fewer sheets at once.';
  if (error instanceof TookTooLong)
    return new ServiceError(422, `Writing took longer than ${SECONDS} seconds of work. ${less}`);
  if (error instanceof BrokeOff) return new ServiceError(422, `Writing needs more memory than there is. ${less}`);
  if (error instanceof DOMException && error.name === 'AbortError') return new ServiceError(422, error.message);
  return error;
}
