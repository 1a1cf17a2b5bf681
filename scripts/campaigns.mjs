/**
 * `npm run campaigns`: lets a crowd work in the demo office, and says how late the application's event loop was beside that of an idle
 * process at the same time. `-- --people 40 --steps 60 --pause 2000 --seed 1`.
 */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { ensureBuild, runScript, startApplication, startWorker } from './application.mjs';
import { freePort, startMariadb } from './mariadb.mjs';
import { DEBIAN, ensureDebian, ensurePackages } from './setup.mjs';

const FOLDER = '.data/campaigns';
const MONITOR = resolve('tests/campaigns/loop-monitor.mjs');
/** After so many steps the application is warm; from then on what it holds in memory may grow by this factor. */
const WARM = 500;
const GROWTH = 1.2;
/** How much later than in an idle process the loop may be, ms. */
const LATER = { p999: 50, max: 150 };

const { values } = parseArgs({
  options: {
    people: { type: 'string', default: '40' },
    steps: { type: 'string', default: '60' },
    pause: { type: 'string', default: '2000' },
    seed: { type: 'string', default: '1' },
  },
});
const crowd = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, Number(value)]));

ensureDebian(DEBIAN.database);
ensurePackages();
rmSync(FOLDER, { recursive: true, force: true });
const seen = resolve(FOLDER, 'seen');
const database = await startMariadb(FOLDER, { port: 33363, databases: ['zonograph'] });
mkdirSync(seen, { recursive: true });
const url = database.url('zonograph');
if (!runScript('scripts/prepare-database.ts', { ZONOGRAPH_DATABASE: url, ZONOGRAPH_DEMO: 'demo' })) process.exit(1);
if (!(await ensureBuild('.next-test'))) process.exit(1);

process.env.LOOP_MONITOR = seen;
process.env.NODE_OPTIONS = `--import ${MONITOR}`;
const port = await freePort(4490);
const application = await startApplication({ port, buildFolder: '.next-test', database: url, demo: true, quiet: true });
const idle = spawn(process.execPath, ['-e', 'setInterval(() => undefined, 1000)'], { stdio: 'ignore' });
delete process.env.NODE_OPTIONS;
const worker = startWorker({ buildFolder: '.next-test', database: url });

/** What both monitors have seen since they were asked last. */
async function lateness() {
  for (const pid of [application.pid, idle.pid]) process.kill(pid, 'SIGUSR2');
  await setTimeout(500);
  const read = (pid) => JSON.parse(readFileSync(`${seen}/${pid}.json`, 'utf8'));
  return { application: read(application.pid), idle: read(idle.pid) };
}

const { tsImport } = await import('tsx/esm/api');
const { work } = await tsImport('../tests/campaigns/crowd.ts', import.meta.url);
const administrator = JSON.parse(readFileSync('demo/accounts.json', 'utf8')).find(
  ({ role }) => role === 'administrator',
);
const start = { at: 0, held: 0 };
const { tallies, lost } = await work(application.address, administrator, crowd, {
  ready: () => {
    void lateness();
    start.at = Date.now();
  },
  step: (done) => {
    if (done === WARM) void lateness().then(({ application: { held } }) => (start.held = held));
  },
});
const seconds = (Date.now() - start.at) / 1000;
const late = await lateness();
await application.stop();
idle.kill();
await worker.stop();
await database.stop();

const at = (times, share) => Math.round(times.toSorted((a, b) => a - b)[Math.floor(times.length * share)] ?? 0);
for (const [step, { times, refused }] of [...tallies].toSorted()) {
  const no = [...refused].map(([status, said]) => `${said.length} × ${status}: ${said[0]}`).join('; ');
  console.log(
    `${step.padEnd(16)} ${String(times.length).padStart(5)}  median ${at(times, 0.5)} ms, p95 ${at(times, 0.95)} ms  ${no}`,
  );
}
console.log(
  `${Math.round(seconds)} s; event loop, ms: application ${JSON.stringify(late.application)}, idle ${JSON.stringify(late.idle)}`,
);
const beyond = { p999: late.application.p999 - late.idle.p999, max: late.application.max - late.idle.max };
console.log(
  `beyond the idle one: p99.9 ${beyond.p999.toFixed(1)} ms of ${LATER.p999}, maximum ${beyond.max.toFixed(1)} ms of ${LATER.max}`,
);
const grown = start.held > 0 ? late.application.held / start.held : 1;
if (start.held > 0)
  console.log(
    `held after ${WARM} steps ${start.held} MB, in the end ${late.application.held} MB: ${grown.toFixed(2)} of ${GROWTH}`,
  );
if (lost.length > 0) console.log(`lost: the last answers of ${lost.join(', ')}`);
const failed = [...tallies.values()].some(({ refused }) => [...refused.keys()].some((status) => status >= 500));
process.exit(lost.length > 0 || failed || grown > GROWTH || beyond.p999 > LATER.p999 || beyond.max > LATER.max ? 1 : 0);
