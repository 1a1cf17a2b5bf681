/**
 * Loaded before a program (`node --import`): watches how late its event loop is, and writes what it saw into a file of its process in
 * LOOP_MONITOR when it is asked by SIGUSR2; from then on it watches anew. Delays are in ms, and hold the monitor's own pause.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';

const delay = monitorEventLoopDelay({ resolution: 10 });
delay.enable();
process.on('SIGUSR2', () => {
  const ms = (nanoseconds) => Math.round(nanoseconds / 1e4) / 100;
  const seen = {
    p99: ms(delay.percentile(99)),
    p999: ms(delay.percentile(99.9)),
    max: ms(delay.max),
    count: delay.count,
  };
  writeFileSync(join(process.env.LOOP_MONITOR, `${process.pid}.json`), JSON.stringify(seen));
  delay.reset();
});
