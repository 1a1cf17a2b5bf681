import { type ChildProcess, spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { buildSync } from 'esbuild';
import { database } from '@/server/database';
import { verifyAll } from '@/server/services/verifying';

/** How many times as long as the first release takes it goes on at most before it is cut off. */
const MOST = 3;

/** What is wrong with the editions of the office as they stand: states, records and snapshots that do not go together. */
async function halfReleases(): Promise<string[]> {
  const [counts] = await database.query<Record<'bare' | 'early' | 'open' | 'loose', number>>(
    `SELECT
       (SELECT COUNT(*) FROM editions WHERE state <> 'open' AND id NOT IN (SELECT edition_id FROM edition_releases)) AS bare,
       (SELECT COUNT(*) FROM editions JOIN edition_releases ON edition_id = id WHERE state = 'open') AS early,
       (SELECT COALESCE(MAX(n), 0) FROM (SELECT COUNT(*) AS n FROM editions WHERE state = 'open' GROUP BY format_id) AS each_format) AS open,
       (SELECT COUNT(*) FROM snapshots WHERE hash NOT IN (SELECT snapshot FROM edition_releases)
          AND hash NOT IN (SELECT frozen FROM drawings WHERE frozen IS NOT NULL)) AS loose`,
  );
  const { bare, early, open, loose } = counts!;
  return [
    ...(Number(bare) > 0 ? ['a released edition has no record of its release'] : []),
    ...(Number(early) > 0 ? ['an open edition has a record of a release'] : []),
    ...(Number(open) > 1 ? ['a format has two open editions'] : []),
    ...(Number(loose) > 0 ? ['a snapshot belongs to nothing'] : []),
  ];
}

/** How long this machine takes for the first release of a process, ms. */
async function firstRelease(start: () => ChildProcess): Promise<number> {
  const child = start();
  const ended = new Promise((resolve) => child.once('exit', resolve));
  let [begun, took] = [NaN, NaN];
  for await (const line of createInterface({ input: child.stdout! })) {
    if (line === 'begun') begun = performance.now();
    else {
      took = performance.now() - begun;
      break;
    }
  }
  child.kill('SIGKILL');
  await ended;
  return took;
}

/** Lets releases of scripts/release-loop.ts go on and kills them, so many times. @returns how many editions were released, and everything that was left half done */
export async function releaseUnderKills(times: number, told?: (time: number) => void) {
  const bundle = '.data/release-loop.mjs';
  buildSync({
    entryPoints: ['scripts/release-loop.ts'],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
  const start = () => spawn(process.execPath, [bundle], { stdio: ['ignore', 'pipe', 'inherit'], env: process.env });
  const released = async () =>
    Number((await database.query<{ n: number }>('SELECT COUNT(*) AS n FROM edition_releases'))[0]!.n);
  const first = await firstRelease(start);
  const before = await released();
  const troubles: string[] = [];
  for (let time = 1; time <= times; time += 1) {
    const child = start();
    const ended = new Promise((resolve) => child.once('exit', resolve));
    await Promise.race([new Promise((resolve) => child.stdout.once('data', resolve)), ended]);
    const killing = setTimeout(() => child.kill('SIGKILL'), Math.random() * MOST * first);
    await ended;
    clearTimeout(killing);
    if (child.signalCode !== 'SIGKILL') troubles.push(`time ${time}: it ended by itself`);
    for (const trouble of await halfReleases()) troubles.push(`time ${time}: ${trouble}`);
    told?.(time);
  }
  troubles.push(...(await verifyAll()).troubles);
  return { releases: (await released()) - before, troubles };
}
