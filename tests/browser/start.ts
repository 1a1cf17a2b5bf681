import { startApplication, startModelStore, startWorker } from '../../scripts/application.mjs';
import { freePort, startMariadb, stopMariadb } from '../../scripts/mariadb.mjs';
import { migrate } from '../../src/server/migrations';
import { DATA, DATABASE_PORT } from './surroundings';

/** Starts a database and the built application for the browser tests, and ends both after them. */
export default async function start() {
  const database = await startMariadb(DATA, {
    port: DATABASE_PORT,
    databases: ['zonograph_browser'],
  });
  // So that a database that hangs is noticed while a test waits.
  process.env.ZONOGRAPH_STATEMENT_SECONDS = '8';
  process.env.ZONOGRAPH_DATABASE_PORT = String(database.port);
  process.env.ZONOGRAPH_DATABASE = database.url('zonograph_browser');
  await migrate(process.env.ZONOGRAPH_DATABASE!, 'db/migrations');
  const store = await startModelStore({ port: await freePort(4281) });
  process.env.ZONOGRAPH_MODEL_STORE = store.address;
  const worker = startWorker({
    database: process.env.ZONOGRAPH_DATABASE,
    modelStore: store.address,
  });
  const application = await startApplication({
    port: await freePort(4280),
    buildFolder: '.next-test',
    database: process.env.ZONOGRAPH_DATABASE,
    modelStore: store.address,
    demo: true,
    quiet: true,
  });
  process.env.ZONOGRAPH_ADDRESS = application.address;
  return async () => {
    await application.stop();
    await worker.stop();
    await store.stop();
    await stopMariadb(DATA);
  };
}
