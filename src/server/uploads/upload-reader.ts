/** Reads one file that was sent in, in a process of its own: see {@link readUpload}. */
import { readFontFile } from '../../core/lettering/font-file';
import { readSvgPicture } from '../../core/picture/read-svg';

const READERS = {
  font: ({ id, bytes }: { id: string; bytes: Uint8Array }) => readFontFile(id, bytes),
  'svg picture': ({ text }: { text: string }) => readSvgPicture(text),
};

/** The kinds of file that are read so, what each is read from, and what reading it answers. */
export type Readers = typeof READERS;

process.once('message', ({ kind, given }: { kind: keyof Readers; given: never }) => {
  process.send!(READERS[kind](given), () => process.disconnect());
});
