/** Whether a folder can hold data: that it can be written, and that its disk has room. */
import { accessSync, constants, mkdirSync, statfsSync } from 'node:fs';
import { resolve } from 'node:path';

/** With less room than this a database ends while it writes, bytes. */
const LEAST = 100e6;

/** Makes a folder that does not exist. @throws Error in words when it cannot be made or written */
export function ensureWritable(folder) {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch (error) {
    throw new Error(
      `${resolve(folder)} cannot be written (${error.code}). Zonograph keeps its data there: give it a folder that it may write, or start it elsewhere.`,
      { cause: error },
    );
  }
}

/** What is wrong with the room on the disk of a folder, in words; undefined when there is enough. */
export function lackOfRoom(folder, least = LEAST) {
  const { bavail, bsize } = statfsSync(folder);
  const free = bavail * bsize;
  if (free >= least) return undefined;
  return `the disk of ${resolve(folder)} is full: ${Math.floor(free / 1e6)} MB are free, and ${Math.ceil(least / 1e6)} MB are needed. Make room, and Zonograph goes on by itself`;
}
