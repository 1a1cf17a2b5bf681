import { expose } from 'comlink';
import openOcct, { type Occt } from 'occt-import-js';
import type { PropertyDefinition } from '../core/property/definition';
import type { WritingHabits } from '../core/specimen/written-numbers';
import { readModelFiles } from '../core/specimen/reading-files';

let opened: Promise<Occt> | undefined;

/** The reader of shapes, loaded with the first STEP file. */
const shapes = () =>
  (opened ??= openOcct({
    locateFile: () => new URL('occt-import-js/dist/occt-import-js.wasm', import.meta.url).href,
    print: () => undefined,
    printErr: () => undefined,
  }));

/** Reads files of models away from the main thread. */
const worker = {
  read: (
    files: readonly { name: string; bytes: Uint8Array }[],
    properties: readonly PropertyDefinition[],
    progress: (read: number) => void,
    habits: WritingHabits,
  ) => readModelFiles(files, properties, shapes, progress, habits),
};

export type ReadingWorker = typeof worker;

expose(worker);
