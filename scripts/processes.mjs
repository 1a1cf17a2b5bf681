/** The programs that run beside the application, built as the application is: one starts in a third of the time that its source would take. */
import { join, resolve } from 'node:path';

/** Their sources; each is built under its own name. */
export const PROGRAMS = [
  'scripts/worker.ts',
  'scripts/projector.ts',
  'src/server/beside/office-process.ts',
  'src/server/uploads/upload-reader.ts',
];

/** Where a build of the application has them. */
export const processesIn = (buildFolder) => resolve(buildFolder, 'processes');

/** Builds them into a build of the application. Packages stay where they are. */
export async function buildProcesses(buildFolder) {
  // Only now: whoever reads this file may be about to install the packages.
  const { build } = await import('esbuild');
  await build({
    entryPoints: PROGRAMS,
    entryNames: '[name]',
    outdir: processesIn(buildFolder),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    logLevel: 'error',
  });
}

/** What node is given to run a program: what a build has of it, or its source. */
export const programOf = (source, buildFolder) =>
  buildFolder === undefined
    ? ['--import', 'tsx', source]
    : [join(processesIn(buildFolder), source.replace(/^.*\/|\.ts$/g, '') + '.mjs')];
