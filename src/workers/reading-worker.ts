import { expose } from 'comlink';
import { readModelFiles } from '../core/specimen/reading-files';

/** Reads files of models away from the main thread. */
const worker = { read: readModelFiles };

export type ReadingWorker = typeof worker;

expose(worker);
