/** `npm run bench`: bundles the benchmarks as production code is bundled, and runs them. */
import { buildSync } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './setup.mjs';

ensurePackages();
const bundle = '.data/bench.mjs';
buildSync({
  entryPoints: ['tests/bench/run.ts'],
  outfile: bundle,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  alias: { '@': './src' },
  logLevel: 'error',
});
process.exit(spawnSync(process.execPath, [bundle], { stdio: 'inherit' }).status ?? 1);
