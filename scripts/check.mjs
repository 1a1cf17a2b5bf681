/** `npm run check`: the fast checks, without database or browser. */
import { spawnSync } from 'node:child_process';
import { ensurePackages, say } from './setup.mjs';

ensurePackages();
const CHECKS = [
  ['next', 'typegen'],
  ['../typescript-native/bin/tsc', '--noEmit', '-p', '.'],
  ['eslint', '.', '--max-warnings=0'],
  ['depcruise', 'src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ['knip'],
  ['prettier', '--check', '--log-level=warn', '.'],
  ['jest', '--selectProjects', 'core', 'ui'],
];
for (const [command, ...parameters] of CHECKS) {
  say(command);
  const { status } = spawnSync(`node_modules/.bin/${command}`, parameters, { stdio: 'inherit' });
  if (status !== 0) process.exit(1);
}
