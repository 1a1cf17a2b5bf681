/** Migrates the database that ZONOGRAPH_DATABASE names and, when it is empty, seeds it with the demo scenario. */
import { closeDatabase } from '../src/server/database';
import { fillKeptTables } from '../src/server/kept-tables';
import { migrate } from '../src/server/migrations';
import { finishSeeding, seed } from '../src/server/seed';

const url = process.env.ZONOGRAPH_DATABASE;
if (!url) throw new Error('ZONOGRAPH_DATABASE is not set');
const run = await migrate(url, 'db/migrations');
const seeded = await seed('demo');
await finishSeeding('demo');
if (!seeded) await fillKeptTables();
await closeDatabase();
console.log(
  `${run.length === 0 ? 'schema is current' : `ran ${run.join(', ')}`}; ${seeded ? 'demo data written' : 'data kept'}`,
);
