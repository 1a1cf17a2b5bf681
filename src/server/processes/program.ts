import { basename, join } from 'node:path';

/**
 * What node is given to run one of our programs: what the build has of it, in the folder that `ZONOGRAPH_PROCESSES` names, or else its
 * source, which takes three times as long to start.
 *
 * @param source the program's source, from the root of the project
 */
export function programOf(source: string): string[] {
  const built = process.env.ZONOGRAPH_PROCESSES;
  if (built) return [join(built, `${basename(source, '.ts')}.mjs`)];
  return ['--import', 'tsx', join(process.cwd(), source)];
}
