import { statfs } from 'node:fs/promises';

/** With less room than this a database ends while it writes, bytes. */
const LEAST = 100e6;

/** Whether the disk has no room where Zonograph keeps its data: in the folder that ZONOGRAPH_DATA names, else where it runs. */
export async function diskIsFull(
  folder = process.env.ZONOGRAPH_DATA ?? process.cwd(),
  least = LEAST,
): Promise<boolean> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize < least;
}
