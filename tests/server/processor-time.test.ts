import { spawn } from 'node:child_process';
import { limitWork } from '@/server/processes/processor-time';

/** How long, by the clock, a process may go on that is limited to 0.1 s of work, s. */
async function endedAfter(program: string, ...parameters: string[]): Promise<number> {
  const child = spawn(program, parameters, { stdio: 'ignore' });
  const begun = Date.now();
  await new Promise<void>((resolve) => limitWork(child.pid!, 0.1, resolve));
  child.kill('SIGKILL');
  return (Date.now() - begun) / 1000;
}

test('the work of a process is limited, not the time that passes; one that only waits is ended much later', async () => {
  expect(await endedAfter('sleep', '600')).toBeGreaterThanOrEqual(1.5);
  await endedAfter(process.execPath, '-e', 'for (;;);');
});

test('a limit that is let go of is never reached', async () => {
  const child = spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' });
  const onTooLong = jest.fn();
  limitWork(child.pid!, 0.1, onTooLong)();
  await new Promise<void>((resolve) => limitWork(child.pid!, 0.3, resolve));
  child.kill('SIGKILL');
  expect(onTooLong).not.toHaveBeenCalled();
});
