import { readFileSync } from 'node:fs';

/** Work took more processor time than it may: a machine that is busy with other things is slower, and allows the same. */
export class TookTooLong extends Error {}

/** Ticks a second in which Linux counts processor time (USER_HZ, the same on every platform that Node runs on). */
const TICKS = 100;
/** How often it is looked at how much a process has used. */
const LOOK_MS = 250;
/** A process that waits for nothing, and still is not done after so many times its limit by the clock, hangs. */
const PATIENCE = 15;

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

/**
 * Calls `onTooLong` once a process has used so many seconds of processor time from now on, so that a busy machine, which is slower, allows
 * the same work; by the clock where the system does not tell, and in any case after 15 times as long.
 * @returns ends the watch
 */
export function limitWork(pid: number, seconds: number, onTooLong: () => void): () => void {
  const [begun, before] = [Date.now(), processorSeconds(pid)];
  const look = () => {
    const passed = (Date.now() - begun) / 1000;
    const now = processorSeconds(pid);
    const used = before === undefined || now === undefined ? passed : now - before;
    if (used < seconds && passed < seconds * PATIENCE) return;
    clearInterval(timer);
    onTooLong();
  };
  const timer = setInterval(look, Math.min(LOOK_MS, seconds * 1000));
  return () => clearInterval(timer);
}
