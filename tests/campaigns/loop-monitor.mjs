/**
 * Loaded before a program (`node --import`): watches how late its event loop is. Asked by SIGUSR2, it writes what it saw, in ms with its own
 * pause in it, and what the heap holds after a collection, in MB, into a file of its process in LOOP_MONITOR; then it watches anew.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

setFlagsFromString('--expose_gc');
const collect = runInNewContext('gc');

const delay = monitorEventLoopDelay({ resolution: 10 });
delay.enable();
process.on('SIGUSR2', () => {
  const ms = (nanoseconds) => Math.round(nanoseconds / 1e4) / 100;
  const late = { p99: ms(delay.percentile(99)), p999: ms(delay.percentile(99.9)), max: ms(delay.max) };
  collect();
  const { heapUsed, external } = process.memoryUsage();
  const seen = { ...late, held: Math.round((heapUsed + external) / 1e6) };
  writeFileSync(join(process.env.LOOP_MONITOR, `${process.pid}.json`), JSON.stringify(seen));
  // The collection was a delay of ours.
  setTimeout(() => delay.reset(), 100);
});
