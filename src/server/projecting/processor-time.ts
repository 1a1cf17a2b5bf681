import { readFileSync } from 'node:fs';

/** Ticks a second in which Linux counts processor time (USER_HZ, the same on every platform that Node runs on). */
const TICKS = 100;

/**
 * The processor time that a process has used, in seconds, user and system together, as the system counts it (proc_pid_stat(5), fields 14 and
 * 15); nothing where the process is gone or the system does not tell.
 */
export function processorSeconds(pid: number): number | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name, in brackets, may hold anything.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return (Number(fields[11]) + Number(fields[12])) / TICKS;
  } catch {
    return undefined;
  }
}
