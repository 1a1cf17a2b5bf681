/**
 * `npm test`: on a fresh machine installs what is missing, then checks types, lint, boundaries and leftovers while the application is
 * built, runs the unit and server tests and then the browser tests on databases and ports of their own, and closes with one line of
 * counts. `npm test -- changed` runs what the last commit, and what is not committed yet, touches.
 */
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { ensureBuild } from './application.mjs';
import { processesIn } from './processes.mjs';
import { startMariadb } from './mariadb.mjs';
import { DEBIAN, ensureDebian, ensurePackages, say } from './setup.mjs';

const FOLDER = '.data/test';
const LAST = `${FOLDER}/last-run.json`;
/** How many processes run unit and server tests side by side; those of the server have databases of their own, by number. */
const SIDE_BY_SIDE = Math.min(2, availableParallelism());
const PROJECTS = ['core', 'ui', 'server'];

const onlyChanged = process.argv[2] === 'changed';
if (process.argv.length > 2 && !onlyChanged) {
  console.error(`npm test takes “changed” or nothing, not “${process.argv[2]}”.`);
  process.exit(1);
}

let [passed, failed] = [0, 0];

function count(good, bad) {
  passed += good;
  failed += bad;
}

/** What runs now: each is a group of processes, ended as a whole. */
const running = new Set();
for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    for (const { pid } of running) process.kill(-pid, signal);
    process.exitCode = 1;
  });

/** Runs a command of the packages to its end. @returns whether it succeeded, and what it said unless that goes straight on */
function run(command, parameters, { env = {}, heard = false } = {}) {
  return new Promise((done) => {
    const child = spawn(`node_modules/.bin/${command}`, parameters, {
      stdio: heard ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      detached: true,
      env: { ...process.env, ...env },
    });
    running.add(child);
    const said = [];
    if (heard) for (const stream of [child.stdout, child.stderr]) stream.on('data', (some) => said.push(some));
    child.once('close', (code) => {
      running.delete(child);
      done({ good: code === 0, said: Buffer.concat(said) });
    });
  });
}

/**
 * What is checked as a whole, each passing or failing: types and lint while the application is built, the rest when it is. The native
 * compiler checks types in a third of the time; lint and the build read the one in JavaScript.
 */
const BESIDE_THE_BUILD = [
  ['types of the routes', 'next', 'typegen'],
  ['types', '../typescript-native/bin/tsc', '--noEmit', '-p', '.'],
  ['lint', 'eslint', '.', '--max-warnings=0'],
];
const AFTER_THE_BUILD = [
  ['boundaries', 'depcruise', 'src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ['leftovers', 'knip'],
  ['formatting', 'prettier', '--check', '--log-level=warn', '.'],
];

async function check(checks) {
  for (const [name, command, ...parameters] of checks) {
    const { good, said } = await run(command, parameters, { heard: true });
    say(name);
    process.stdout.write(said);
    count(good ? 1 : 0, good ? 0 : 1);
  }
}

function result(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

/** Runs unit and server tests: all, or those that files of the sources reach. */
async function jest(of) {
  const file = `${FOLDER}/jest.json`;
  rmSync(file, { force: true });
  const database = await startMariadb(`${FOLDER}/server`, {
    port: 33161,
    databases: [1, 2].flatMap((worker) => [`zonograph_server_${worker}`, `zonograph_upgraded_${worker}`]),
    durable: false,
  });
  try {
    const { good } = await run(
      'jest',
      [
        ...['--selectProjects', ...PROJECTS, '--maxWorkers', String(SIDE_BY_SIDE), '--json', `--outputFile=${file}`],
        ...['--reporters=default', '--reporters=<rootDir>/scripts/testing/jest-reporter.mjs'],
        ...(of ? ['--passWithNoTests', '--findRelatedTests', ...of] : []),
      ],
      // Only a database that hangs runs into the limit, on a busy machine too.
      {
        env: {
          ZONOGRAPH_DATABASE: database.url('zonograph_server'),
          ZONOGRAPH_STATEMENT_SECONDS: '300',
          ...(builds && { ZONOGRAPH_PROCESSES: processesIn('.next-test') }),
        },
      },
    );
    const report = result(file);
    if (report) count(report.numPassedTests, report.numFailedTests + report.numRuntimeErrorTestSuites);
    else if (!good) count(0, 1);
  } finally {
    await database.stop();
  }
}

/** Runs browser tests: all, or those of some files. */
async function playwright(of = []) {
  const file = `${FOLDER}/playwright.json`;
  rmSync(file, { force: true });
  const { good } = await run(
    'playwright',
    ['test', '--reporter=list,json,./scripts/testing/playwright-reporter.mjs', ...of],
    { env: { PLAYWRIGHT_JSON_OUTPUT_NAME: file } },
  );
  const stats = result(file)?.stats;
  if (stats) count(stats.expected + stats.flaky, stats.unexpected);
  else if (!good) count(0, 1);
}

const took = (seconds) => `${Math.floor(seconds / 60)} min ${Math.round(seconds % 60)} s`;
const times = {};

async function timed(part, work) {
  say(part);
  const began = Date.now();
  await work();
  times[part] = (Date.now() - began) / 1000;
}

function told({ passed: good, failed: bad, times: parts }) {
  const total = Object.values(parts).reduce((sum, each) => sum + each, 0);
  const each = Object.entries(parts).map(([part, seconds]) => `${part} ${took(seconds)}`);
  return `${took(total)} (${each.join(', ')}; ${good} passed, ${bad} failed)`;
}

const last = result(LAST);
say(
  onlyChanged
    ? 'what the last commit and what is not committed touch: checks, unit and server tests that reach it, browser tests of its screens'
    : `checks beside the build, unit and server tests, browser tests; the last whole run here ${last ? `took ${told(last)}` : 'is not known'}`,
);
ensureDebian(DEBIAN.database, DEBIAN.browser, DEBIAN.dxfReader, DEBIAN.pdfRaster);
ensurePackages();
mkdirSync(FOLDER, { recursive: true });

let builds = false;
const build = async () => {
  builds = await ensureBuild('.next-test');
  if (!builds) count(0, 1);
};
if (onlyChanged) {
  const { changedFiles, screensOf, specsOf } = await import('./testing/changed.mjs');
  const files = changedFiles();
  const specs = specsOf(files, await screensOf(files));
  await timed('checks', () => Promise.all([check(BESIDE_THE_BUILD), check(AFTER_THE_BUILD)]));
  await timed('unit and server tests', () => jest(files));
  if (specs.length > 0) {
    await timed('build', build);
    if (builds) await timed(`browser tests: ${specs.join(', ')}`, () => playwright(specs));
  }
} else {
  await timed('checks and build', () =>
    Promise.all([check(BESIDE_THE_BUILD), build().then(() => check(AFTER_THE_BUILD))]),
  );
  await timed('unit and server tests', () => jest());
  if (builds) await timed('browser tests', () => playwright());
  writeFileSync(LAST, JSON.stringify({ passed, failed, times }));
}
say(`took ${told({ passed, failed, times })}`);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
