/**
 * `npm test`: on a fresh machine installs what is missing, then checks types, lint, boundaries and leftovers, runs the
 * unit, server and browser tests on a database and ports of their own, and closes with one line of counts.
 */
import { Buffer } from 'node:buffer';
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { ensureBuild } from './application.mjs';
import { startMariadb } from './mariadb.mjs';
import { DEBIAN, ensureDebian, ensurePackages, say } from './setup.mjs';

const FOLDER = '.data/test';
/** How many processes run unit and server tests side by side; those of the server have databases of their own, by number. */
const SIDE_BY_SIDE = Math.min(2, availableParallelism());
let [passed, failed] = [0, 0];

function count(good, bad) {
  passed += good;
  failed += bad;
}

function run(command, parameters, env = {}) {
  return (
    spawnSync(`node_modules/.bin/${command}`, parameters, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    }).status === 0
  );
}

/** What is checked as a whole, each passing or failing, side by side: what one has to say follows when it is done. */
const CHECKS = [
  ['boundaries', 'depcruise', 'src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ['leftovers', 'knip'],
  ['formatting', 'prettier', '--check', '--log-level=warn', '.'],
];
/** What needs the types of the routes. */
const TYPED_CHECKS = [
  ['types', 'tsc', '--noEmit', '-p', '.'],
  ['lint', 'eslint', '.', '--max-warnings=0'],
];

function check([name, command, ...parameters]) {
  return new Promise((done) => {
    const child = spawn(`node_modules/.bin/${command}`, parameters, { stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (some) => said.push(some));
    child.once('close', (code) => {
      say(name);
      process.stdout.write(Buffer.concat(said));
      count(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
      done();
    });
  });
}

function result(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

function jest(project, env = {}) {
  say(`${project} tests`);
  const file = `${FOLDER}/jest-${project}.json`;
  rmSync(file, { force: true });
  const parameters = ['--selectProjects', project, '--maxWorkers', SIDE_BY_SIDE, '--json', `--outputFile=${file}`];
  const good = run('jest', parameters.map(String), env);
  const report = result(file);
  if (report) count(report.numPassedTests, report.numFailedTests + report.numRuntimeErrorTestSuites);
  else if (!good) count(0, 1);
}

function playwright(env) {
  say('browser tests');
  const file = `${FOLDER}/playwright.json`;
  rmSync(file, { force: true });
  const good = run('playwright', ['test', '--reporter=list,json'], { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: file });
  const stats = result(file)?.stats;
  if (stats) count(stats.expected + stats.flaky, stats.unexpected);
  else if (!good) count(0, 1);
}

ensureDebian(DEBIAN.database, DEBIAN.browser, DEBIAN.dxfReader, DEBIAN.pdfRaster);
ensurePackages();
mkdirSync(FOLDER, { recursive: true });

await Promise.all([
  check(['types of the routes', 'next', 'typegen']).then(() => Promise.all(TYPED_CHECKS.map(check))),
  ...CHECKS.map(check),
]);
jest('core');
jest('ui');

say('starting the test database');
const database = await startMariadb(FOLDER, {
  port: 33161,
  databases: [
    'zonograph_browser',
    ...[1, 2].flatMap((worker) => [`zonograph_server_${worker}`, `zonograph_upgraded_${worker}`]),
  ],
});
try {
  jest('server', { ZONOGRAPH_DATABASE: database.url('zonograph_server') });
} finally {
  await database.stop();
}
if (ensureBuild('.next-test')) playwright({});
else count(0, 1);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
