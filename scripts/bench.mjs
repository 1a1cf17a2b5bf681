/** `npm run bench`: bundles the benchmarks as production code is bundled, and runs them; the board's in Chromium. */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { buildSync } from 'esbuild';
import { ensureBuild, runScript, startApplication } from './application.mjs';
import { freePort, startMariadb } from './mariadb.mjs';
import { DEBIAN, ensureDebian, ensurePackages } from './setup.mjs';

const FOLDER = '.data/bench';

function run(entry, ...parameters) {
  const bundle = `.data/${entry.replaceAll('/', '-')}.mjs`;
  buildSync({
    entryPoints: [`${entry}.ts`],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    alias: { '@': './src' },
    logLevel: 'error',
  });
  return spawnSync(process.execPath, [bundle, ...parameters], { stdio: 'inherit' }).status ?? 1;
}

ensureDebian(DEBIAN.database, DEBIAN.browser);
ensurePackages();
let status = run('tests/bench/run') || run('tests/bench/views') || run('tests/bench/reading');
rmSync(FOLDER, { recursive: true, force: true });
const database = await startMariadb(FOLDER, { port: 33361, databases: ['zonograph'] });
const url = database.url('zonograph');
if (
  runScript('scripts/prepare-database.ts', { ZONOGRAPH_DATABASE: url, ZONOGRAPH_DEMO: 'demo' }) &&
  (await ensureBuild('.next-test'))
) {
  const application = await startApplication({
    port: await freePort(4480),
    buildFolder: '.next-test',
    database: url,
    demo: true,
    quiet: true,
  });
  status ||= run('tests/bench/board', application.address);
  process.env.ZONOGRAPH_DATABASE = url;
  status ||= run('tests/bench/office', application.address);
  await application.stop();
  status ||= run('tests/bench/server');
} else status = 1;
await database.stop();
process.exit(status);
