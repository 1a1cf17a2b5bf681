/** A process that does the office's jobs, one after another; as many as wanted may run over one database. */
import { closeDatabase } from '../src/server/database';
import { keepKernelWarm } from '../src/server/jobs/project';
import { runJobs } from '../src/server/jobs/runner';

const ended = new AbortController();
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => ended.abort());
// Whoever started it is gone: nobody else would end it.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && ended.abort(), 1000).unref();
keepKernelWarm();
await runJobs(ended.signal, 500);
await closeDatabase();
