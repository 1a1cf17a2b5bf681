/** Reads files that were sent in, in a process of its own: see {@link readUpload}. */
import { readFontFile } from '../../core/lettering/font-file';
import { readSvgPicture } from '../../core/picture/read-svg';
import { readShapeFile } from '../../core/specimen/shape-file';
import { answerTasks } from '../processes/answer-tasks';

const READERS = {
  font: ({ id, bytes }: { id: string; bytes: Uint8Array }) => readFontFile(id, bytes),
  'svg picture': ({ text }: { text: string }) => readSvgPicture(text),
  shape: async ({ file, bytes, model }: { file: string; bytes: Uint8Array; model: string }) =>
    readShapeFile(await import('occt-import-js').then((reader) => reader.default()), file, bytes, model),
};

/** The kinds of file that are read so, what each is read from, and what reading it answers. */
export type Readers = typeof READERS;

answerTasks(({ kind, given }: { kind: keyof Readers; given: never }) => READERS[kind](given));
