/**
 * Migrates the database that ZONOGRAPH_DATABASE names and, when it is empty, seeds it with the demo scenario; with ZONOGRAPH_DEMO, with its
 * accounts too.
 */
import { closeDatabase } from '../src/server/database';
import { seedDemoAccounts } from '../src/server/demo';
import { fillKeptTables, freezeWhatIsUsed } from '../src/server/kept-tables';
import { migrate } from '../src/server/migrations';
import { finishSeeding, seed } from '../src/server/seed';

const url = process.env.ZONOGRAPH_DATABASE;
if (!url) throw new Error('ZONOGRAPH_DATABASE is not set');
const run = await migrate(url, 'db/migrations');
const seeded = await seed('demo');
await finishSeeding('demo');
if (process.env.ZONOGRAPH_DEMO) await seedDemoAccounts(process.env.ZONOGRAPH_DEMO);
if (!seeded) {
  await fillKeptTables();
  await freezeWhatIsUsed();
}
await closeDatabase();
console.log(
  `${run.length === 0 ? 'schema is current' : `ran ${run.join(', ')}`}; ${seeded ? 'demo data written' : 'data kept'}`,
);
