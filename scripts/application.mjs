/** Building and starting the application. */
import { spawn, spawnSync } from 'node:child_process';
import { Buffer } from 'node:buffer';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { freePort } from './mariadb.mjs';
import { PROGRAMS, buildProcesses, processesIn, programOf } from './processes.mjs';
import { say } from './setup.mjs';

const NEXT = 'node_modules/next/dist/bin/next';

function files(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => (entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)]));
}

/** A hash of everything that the build is made from. */
function sourceStamp() {
  const hash = createHash('sha256');
  for (const file of [
    ...files('src'),
    ...PROGRAMS,
    'scripts/processes.mjs',
    'package-lock.json',
    'next.config.ts',
    'tsconfig.json',
  ]) {
    hash.update(file).update(statSync(file).isFile() ? readFileSync(file) : '');
  }
  return hash.digest('hex');
}

/** Builds for production into `buildFolder`, unless what is there is of the same sources. @returns whether it is there */
export async function ensureBuild(buildFolder) {
  const stampFile = join(buildFolder, 'zonograph-stamp');
  const stamp = sourceStamp();
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return true;
  say('building the application (a minute)');
  const built = spawn(process.execPath, [NEXT, 'build'], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_ENV: 'production', ZONOGRAPH_BUILD_DIR: buildFolder, NEXT_TELEMETRY_DISABLED: '1' },
  });
  const said = [];
  for (const stream of [built.stdout, built.stderr]) stream.on('data', (some) => said.push(some));
  if ((await new Promise((done) => built.once('close', done))) !== 0) {
    console.error(Buffer.concat(said).toString());
    return false;
  }
  await buildProcesses(buildFolder);
  writeFileSync(stampFile, stamp);
  return true;
}

/** Whether a child is no more, by itself or by a signal. */
const hasEnded = (child) => child.exitCode !== null || child.signalCode !== null;

/** Runs a TypeScript script of this folder to its end; true when it succeeded. */
export function runScript(script, env) {
  const run = spawnSync('node_modules/.bin/tsx', [script], { stdio: 'inherit', env: { ...process.env, ...env } });
  return run.status === 0;
}

/** How long an answer is waited for from what is just starting, ms: a request that it took in too early may never be answered. */
const PATIENCE_MS = 3000;

/**
 * Asks what is just starting for a sign of life, within `PATIENCE_MS`: nothing is waited for longer, whatever becomes of the request.
 * @returns what `read` makes of the answer, or undefined
 */
async function asked(address, read) {
  const given = new AbortController();
  let timer;
  const late = new Promise((done) => {
    timer = setTimeout(() => {
      done();
      given.abort();
    }, PATIENCE_MS);
  });
  const answer = fetch(address, { signal: given.signal })
    .then(read)
    .catch(() => undefined);
  return Promise.race([answer, late]).finally(() => clearTimeout(timer));
}

/** Starts the stand-in model store and resolves when it answers; `stop()` ends it. Without `data` it forgets its changes. */
export async function startModelStore({ port: wanted, data }) {
  const port = await freePort(wanted);
  const parameters = ['scripts/model-store.mjs', '--port', String(port), '--from', 'demo/specimens'];
  const child = spawn(process.execPath, data ? [...parameters, '--data', data] : parameters, { stdio: 'ignore' });
  const address = `http://127.0.0.1:${port}`;
  // On a busy machine that may take its time: it is waited for while it lives.
  for (;;) {
    if (await asked(`${address}/models`, (response) => response.ok)) break;
    if (hasEnded(child)) throw new Error('the model store did not start');
    await new Promise((done) => setTimeout(done, 100));
  }
  return { address, ...ending(child) };
}

/** When a child is no more, and how it is ended. */
function ending(child) {
  const exited = new Promise((done) => (hasEnded(child) ? done() : child.once('exit', done)));
  return {
    exited,
    async stop() {
      if (!hasEnded(child)) child.kill('SIGTERM');
      await exited;
    },
  };
}

/** Starts a process that does jobs, out of a build or, without one, from its source; `stop()` lets it end what it is at. */
export function startWorker({ buildFolder, database, modelStore }) {
  const child = spawn(process.execPath, programOf('scripts/worker.ts', buildFolder), {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      ZONOGRAPH_DATABASE: database,
      ...(buildFolder && { ZONOGRAPH_PROCESSES: processesIn(buildFolder) }),
      ...(modelStore && { ZONOGRAPH_MODEL_STORE: modelStore }),
    },
  });
  return ending(child);
}

/** Signs a browser's pages in as the demo's account of a role. */
export async function signInAs(role, context, address) {
  const { signInName, password } = JSON.parse(readFileSync('demo/accounts.json', 'utf8')).find(
    (account) => account.role === role,
  );
  const answer = await context.request.post(`${address}/api/sign-in`, { data: { signInName, password } });
  if (!answer.ok()) throw new Error(`nobody can sign in: ${await answer.text()}`);
}

/** A secret that sign-ins are sealed with. */
export const newSecret = () => randomBytes(32).toString('base64');

/** How many ports are tried, when somebody else takes one between looking and taking it. */
const TRIES = 5;

/**
 * Starts the application on the first free port from `port` on and resolves when it answers there itself; `stop()` ends it. (A port is
 * looked for, then taken: whoever else takes it in between makes this one go on to the next.) Without a `secret` of its own all are
 * signed out when it is started again; `demo` has it offer the accounts of the demo; `data` is the
 * folder whose disk has to have room.
 */
export async function startApplication(options) {
  for (let tries = 1; ; tries++) {
    const port = await freePort(options.port);
    try {
      return await startOn(port, options);
    } catch (error) {
      if (tries === TRIES || (await freePort(port)) === port) throw error;
    }
  }
}

/**
 * How long a connection that nothing is asked on is kept, ms. Longer than whoever keeps connections to it (proxies, programs) does: a request sent
 * on one that was just closed here is lost, and who sent it cannot know whether it was done.
 */
const KEPT_MS = 620_000;

async function startOn(port, options) {
  const { buildFolder, database, data, modelStore, secret, demo = false, dev = false, quiet = false } = options;
  const instance = randomUUID();
  const parameters = ['-H', '127.0.0.1', '-p', String(port), ...(dev ? [] : ['--keepAliveTimeout', String(KEPT_MS)])];
  const child = spawn(process.execPath, [NEXT, dev ? 'dev' : 'start', ...parameters], {
    stdio: ['ignore', quiet ? 'ignore' : 'pipe', 'inherit'],
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: dev ? 'development' : 'production',
      ZONOGRAPH_BUILD_DIR: buildFolder,
      ...(!dev && { ZONOGRAPH_PROCESSES: processesIn(buildFolder) }),
      ZONOGRAPH_DATABASE: database,
      ZONOGRAPH_INSTANCE: instance,
      ZONOGRAPH_SECRET: secret ?? newSecret(),
      ...(demo && { ZONOGRAPH_DEMO: 'demo' }),
      ...(modelStore && { ZONOGRAPH_MODEL_STORE: modelStore }),
      ...(data && { ZONOGRAPH_DATA: resolve(data) }),
      NEXT_TELEMETRY_DISABLED: '1',
    },
  });
  // Also when we end before it answers.
  const endWithUs = () => hasEnded(child) || process.kill(-child.pid, 'SIGTERM');
  process.once('exit', endWithUs);
  child.once('exit', () => process.off('exit', endWithUs));
  child.stdout?.resume();
  const address = `http://127.0.0.1:${port}`;
  // On a busy machine that may take its time: it is waited for while it lives.
  for (;;) {
    if (hasEnded(child)) throw new Error('the application did not start');
    const health = await asked(`${address}/api/health`, (response) => response.json());
    if (health?.instance === instance) break;
    await new Promise((done) => setTimeout(done, 200));
  }
  return {
    address,
    pid: child.pid,
    exited: new Promise((done) => child.once('exit', done)),
    async stop() {
      if (hasEnded(child)) return;
      const gone = new Promise((done) => child.once('exit', done));
      process.kill(-child.pid, 'SIGTERM');
      await gone;
    },
  };
}
