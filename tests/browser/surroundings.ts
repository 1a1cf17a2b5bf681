import { startApplication, startModelStore, startWorker } from '../../scripts/application.mjs';
import { freePort, startMariadb, stopMariadb } from '../../scripts/mariadb.mjs';
import { say } from '../../scripts/setup.mjs';
import { migrate } from '../../src/server/migrations';

/** How many lines of tests run side by side, each with surroundings of its own: database, model store, job process and application. */
export const LINES = Number(process.env.ZONOGRAPH_BROWSER_LINES ?? 2);

/** What a line of tests finds, and what its environment names it by. */
export interface Surroundings {
  /** Where the database has its data. */
  data: string;
  databasePort: string;
  database: string;
  modelStore: string;
  address: string;
}

const NAMES: Record<keyof Surroundings, string> = {
  data: 'ZONOGRAPH_DATA',
  databasePort: 'ZONOGRAPH_DATABASE_PORT',
  database: 'ZONOGRAPH_DATABASE',
  modelStore: 'ZONOGRAPH_MODEL_STORE',
  address: 'ZONOGRAPH_ADDRESS',
};
const KEYS = Object.keys(NAMES) as (keyof Surroundings)[];

/** Keeps for the processes of the tests what the surroundings of each line are. */
export function publish(line: number, found: Surroundings): void {
  for (const key of KEYS) process.env[`${NAMES[key]}_${line}`] = found[key];
}

/** Puts the surroundings of this process's line where the application's own code looks for them. */
export function enterLine(line: string | undefined): void {
  if (line === undefined) return;
  for (const key of KEYS) process.env[NAMES[key]] = process.env[`${NAMES[key]}_${line}`];
}

/** The database of this line, started or started again. */
export const startDatabase = (data: string, port: number) =>
  startMariadb(data, { port, databases: ['zonograph_browser'], durable: false });

/** Waits for what is starting, and says each minute that it is still waited for. */
async function awaited<T>(what: string, starting: Promise<T>): Promise<T> {
  const began = Date.now();
  const timer = setInterval(() => {
    say(`still starting after ${Math.round((Date.now() - began) / 60_000)} min: ${what}`);
  }, 60_000);
  return starting.finally(() => clearInterval(timer));
}

/** Starts the surroundings of a line. @returns what they are, and what ends them */
export async function startLine(line: number): Promise<{ found: Surroundings; stop: () => Promise<void> }> {
  const data = `.data/test/browser-${line}`;
  // Apart from each other, so that a line whose database is stopped and started again finds its port free.
  const database = await awaited(
    `database ${line}`,
    freePort(33171 + 20 * line).then((port) => startDatabase(data, port)),
  );
  const url = database.url('zonograph_browser');
  await awaited(`tables ${line}`, migrate(url, 'db/migrations'));
  const store = await awaited(`model store ${line}`, startModelStore({ port: 4281 + 20 * line }));
  const worker = startWorker({ buildFolder: '.next-test', database: url, modelStore: store.address });
  const application = await awaited(
    `application ${line}`,
    startApplication({
      port: 4280 + 20 * line,
      buildFolder: '.next-test',
      database: url,
      modelStore: store.address,
      demo: true,
      quiet: true,
    }),
  );
  return {
    found: {
      data,
      databasePort: String(database.port),
      database: url,
      modelStore: store.address,
      address: application.address,
    },
    async stop() {
      await application.stop();
      await worker.stop();
      await store.stop();
      await stopMariadb(data);
    },
  };
}
