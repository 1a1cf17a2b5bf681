/**
 * Releases editions while the process that does it is killed at random moments, 200 times unless said, and looks after each kill
 * whether a release was left half done; the tests do it two dozen times. The database is migrated and holds the demo:
 *
 *   ZONOGRAPH_DATABASE=mysql://… npx tsx scripts/kill-releases.ts [TIMES]
 */
import { closeDatabase } from '../src/server/database';
import { releaseUnderKills } from '../tests/server/kills';

const times = Number(process.argv[2] ?? 200);
const { releases, troubles } = await releaseUnderKills(times, (time) => {
  if (time % 20 === 0) console.log(`${time} of ${times}`);
});
for (const trouble of troubles) console.error(trouble);
console.log(`${releases} editions released, killed ${times} times, ${troubles.length} things half done`);
await closeDatabase();
process.exitCode = troubles.length === 0 ? 0 : 1;
