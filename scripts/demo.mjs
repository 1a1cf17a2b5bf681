/**
 * `npm run demo`: installs what is missing, starts a private database, migrates, seeds, builds and serves.
 * `-- --fresh` starts from new data; `--dev` (npm run dev) serves the development build; `--office` (npm start) serves an office of one's
 * own, with data of its own and without the demo's accounts.
 */
import { existsSync, readFileSync, readlinkSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { ensureBuild, newSecret, runScript, startApplication, startModelStore, startWorker } from './application.mjs';
import { keepRunning } from './keep-running.mjs';
import { isAlive, startMariadb } from './mariadb.mjs';
import { ensureWritable, lackOfRoom } from './room.mjs';
import { DEBIAN, ensureDebian, ensurePackages, say } from './setup.mjs';

const dev = process.argv.includes('--dev');
const isDemo = !process.argv.includes('--office');
const FOLDER = isDemo ? '.data/demo' : '.data/office';
const RUNNING = `${FOLDER}/running.json`;
/** Apart from the database's password, which lies beside it: whoever has the database cannot seal. */
const SECRET = `${FOLDER}/application-secret`;
const PORT = isDemo ? 4180 : 4190;
const STORE_PORT = PORT + 1;
const COMMAND = isDemo ? 'npm run demo' : 'npm start';

/** What the last start wrote of itself; undefined when it wrote nothing, or was killed while it did. */
function runningNow() {
  try {
    return JSON.parse(readFileSync(RUNNING, 'utf8'));
  } catch {
    return undefined;
  }
}

/** Whether a process is a start of the demo in this folder, and not another one that has got its number since. */
function isDemoHere(pid) {
  try {
    return (
      readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('demo.mjs') &&
      readlinkSync(`/proc/${pid}/cwd`) === process.cwd()
    );
  } catch {
    return !existsSync('/proc/self');
  }
}

/** Keeps two starts from colliding: says where the first one serves. */
function alreadyRunning() {
  const { pid, address } = runningNow() ?? {};
  if (pid === undefined || !isAlive(pid) || !isDemoHere(pid)) return false;
  console.log(`\nZonograph is running already: ${address ?? 'it is just starting'}\n`);
  return true;
}

/** Ends the application of a start that was killed and could not end it. */
function endLeftBehind() {
  const pid = runningNow()?.application;
  if (pid === undefined || !isAlive(pid)) return;
  const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  if (command.includes('next')) endGroup(pid);
}

/** Ends a process with all that it has started, if any of them are left. */
function endGroup(pid) {
  try {
    process.kill(-pid, 'SIGKILL');
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
}

/** The secret that sign-ins and records are sealed with: made at the first start, and kept beside the data. */
function theSecret() {
  if (process.env.ZONOGRAPH_SECRET) return process.env.ZONOGRAPH_SECRET;
  if (!existsSync(SECRET)) writeFileSync(SECRET, newSecret(), { mode: 0o600 });
  return readFileSync(SECRET, 'utf8');
}

/** Who can sign in, for the terminal. */
function accountsInWords() {
  if (!isDemo) return 'Whoever opens it first becomes its first administrator.';
  const lines = JSON.parse(readFileSync('demo/accounts.json', 'utf8')).map(
    ({ name, signInName, password, role }) =>
      `  ${signInName.padEnd(12)}${password.padEnd(20)}${role.padEnd(15)}${name}`,
  );
  return ['Sign in as anybody:', ...lines].join('\n');
}

/** Writes down what runs, as a whole or not at all. */
function note(running) {
  writeFileSync(`${RUNNING}.new`, JSON.stringify(running));
  renameSync(`${RUNNING}.new`, RUNNING);
}

async function main() {
  if (alreadyRunning()) return;
  endLeftBehind();
  if (process.argv.includes('--fresh')) rmSync(FOLDER, { recursive: true, force: true });
  try {
    ensureWritable(FOLDER);
  } catch (error) {
    console.error(error.message);
    process.exit(1);
  }
  const lack = lackOfRoom(FOLDER);
  if (lack) say(lack);
  note({ pid: process.pid });
  ensureDebian(DEBIAN.database);
  ensurePackages();

  const started = [];
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    say('stopping');
    for (const one of started.toReversed())
      await Promise.resolve(one.stop()).catch((error) => console.error(error.message));
    rmSync(RUNNING, { force: true });
    say(`the database is shut down; its data is kept in ${FOLDER}`);
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
  // npm does not tell when it is ended: then this one's parent is another.
  const parent = process.ppid;
  setInterval(() => process.ppid !== parent && void stop(0), 500).unref();
  // Writing to a terminal that was closed is no reason to end in the middle.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);

  try {
    say('starting the database');
    // What ends by itself is started again where it was, so that the others find it there.
    const kept = async (name, start) => {
      const part = await keepRunning(name, start, {
        onGivenUp: () => void stop(1),
        isStopping: () => stopping,
        hindrance: () => lackOfRoom(FOLDER),
      });
      started.push(part);
      return part.first;
    };
    const database = await kept('the database', (before) =>
      startMariadb(FOLDER, { port: before?.port ?? 33061, databases: ['zonograph'] }),
    );
    const url = database.url('zonograph');
    say(`preparing the data (database on 127.0.0.1:${database.port})`);
    const prepared = runScript('scripts/prepare-database.ts', {
      ZONOGRAPH_DATABASE: url,
      ZONOGRAPH_SECRET: theSecret(),
      ...(isDemo && { ZONOGRAPH_DEMO: 'demo' }),
    });
    if (!prepared) return await stop(1);
    const buildFolder = dev ? '.next-dev' : '.next';
    if (!dev && !(await ensureBuild(buildFolder))) return await stop(1);
    const store = await kept('the model store', (before) =>
      startModelStore({
        port: before ? Number(new URL(before.address).port) : STORE_PORT,
        data: `${FOLDER}/models.json`,
      }),
    );
    for (const name of ['the worker', 'the second worker'])
      await kept(name, () => startWorker({ ...(!dev && { buildFolder }), database: url, modelStore: store.address }));
    const application = await kept('the application', async (before) => {
      // What is left of one that was killed may hold its port.
      if (before) endGroup(before.pid);
      const own = await startApplication({
        port: before ? Number(new URL(before.address).port) : PORT,
        buildFolder,
        database: url,
        data: FOLDER,
        modelStore: store.address,
        secret: theSecret(),
        demo: isDemo,
        dev,
      });
      note({ pid: process.pid, address: own.address, application: own.pid });
      if (before) say(`Zonograph is at ${own.address} again`);
      return own;
    });
    if (!application.address.endsWith(`:${PORT}`)) say(`port ${PORT} is in use; taking another`);
    console.log(
      `\nZonograph is at ${application.address}\n${accountsInWords()}\nThe office’s model store, a stand-in, is at ${store.address}\nCtrl-C stops it; its data stays in ${FOLDER} (${COMMAND} -- --fresh starts anew).\n`,
    );
  } catch (error) {
    console.error(error.message);
    await stop(1);
  }
}

await main();
