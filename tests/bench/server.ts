/** What the server does with many models: taking them over, and proving a format with them as a job. */
import { STANDARDS_DESK } from '../../src/server/actor';
import { closeDatabase } from '../../src/server/database';
import { runOne } from '../../src/server/jobs/runner';
import { proveOnAll, provingStatus } from '../../src/server/services/proving';
import { importSpecimens } from '../../src/server/services/specimens';
import { manySpecimens } from './many-specimens';

const row = (what: string, figure: string, target: string) =>
  console.log(`${what.padEnd(58)} ${figure.padStart(43)}   target ${target}`);

/** Takes models over in the pieces that the browser sends. @returns seconds */
async function takeOver(count: number): Promise<number> {
  const models = manySpecimens(count);
  const start = performance.now();
  for (let at = 0; at < count; at += 200) await importSpecimens(STANDARDS_DESK, models.slice(at, at + 200));
  return (performance.now() - start) / 1000;
}

const first = await takeOver(1000);
await proveOnAll(STANDARDS_DESK, 'workshop-sheets');
await runOne('bench', new AbortController().signal);
const { state, done, rate } = (await provingStatus('workshop-sheets'))!;
if (state !== 'done') throw new Error('the job did not come to its end');
row(`a job of ${done} proofs`, `${Math.round(rate)} a second`, '–');

const rest = await takeOver(50_000);
row('importing 50,000 models', `${rest.toFixed(1)} s, ${(rest / 50 / first).toFixed(2)} × 50 times 1,000`, '≤ 60 s');
await closeDatabase();
