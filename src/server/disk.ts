import { statfs } from 'node:fs/promises';

/** With less room than this a database ends while it writes, bytes. */
const LEAST = 100e6;

/** Whether the disk that Zonograph runs on has no room for its database. */
export async function diskIsFull(folder = process.cwd(), least = LEAST): Promise<boolean> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize < least;
}
