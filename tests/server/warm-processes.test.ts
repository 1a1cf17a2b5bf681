import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TookTooLong } from '@/server/processes/processor-time';
import { BrokeOff, WarmProcesses } from '@/server/processes/warm-processes';

const folder = mkdtempSync(join(tmpdir(), 'zonograph-tasks-'));
const file = join(folder, 'program.ts');
const program = ['--import', 'tsx', file];
writeFileSync(
  file,
  `import { answerTasks } from '${join(process.cwd(), 'src/server/processes/answer-tasks')}';
  answerTasks(async ({ what, given }) => {
    if (what === 'say') return { given, pid: process.pid };
    if (what === 'throw') throw new Error('It is ' + given + '.');
    if (what === 'end') process.exit(3);
    if (what === 'fill') for (const all = [];;) all.push(new Array(1e5).fill(all.length));
    for (;;);
  });`,
);
let processes: WarmProcesses;
beforeEach(() => {
  processes = new WarmProcesses(program, { processes: 1, megabytes: 80 });
});
afterEach(() => processes.stop());
afterAll(() => rmSync(folder, { recursive: true }));

const work = { seconds: 20, by: 'somebody' };
const say = (given: string, by = 'somebody') =>
  processes.run<{ given: string; pid: number }>({ what: 'say', given }, { ...work, by });

test('one process does one task after another, also after one that it could not do', async () => {
  const { pid } = await say('first');
  await expect(processes.run({ what: 'throw', given: 'no good' }, work)).rejects.toThrow('It is no good.');
  expect(await say('second')).toEqual({ given: 'second', pid });
});

test('what takes too long, needs too much memory or breaks is ended, and the next is done by another process', async () => {
  const { pid } = await say('first');
  await expect(processes.run({ what: 'go on' }, { ...work, seconds: 0.3 })).rejects.toThrow(TookTooLong);
  expect((await say('second')).pid).not.toBe(pid);
  await expect(processes.run({ what: 'fill' }, work)).rejects.toThrow(BrokeOff);
  await expect(processes.run({ what: 'end' }, work)).rejects.toThrow(BrokeOff);
  expect((await say('third')).given).toBe('third');
});

test('people take turns: of one who asks for much, others wait for one task alone', async () => {
  const done: string[] = [];
  const asked = ['a', 'b', 'c', 'd'].map((given) => say(given, 'one of much').then((one) => done.push(one.given)));
  asked.push(say('other', 'another').then((one) => done.push(one.given)));
  await Promise.all(asked);
  expect(done.filter((one) => one !== 'other')).toEqual(['a', 'b', 'c', 'd']);
  expect(done.indexOf('other')).toBeLessThanOrEqual(2);
});

test('of whoever has left, what waits is not begun, and what is being done is ended', async () => {
  const left = new AbortController();
  const going = processes.run({ what: 'go on' }, { ...work, signal: left.signal });
  const waiting = processes.run({ what: 'say', given: 'late' }, { ...work, signal: left.signal });
  const other = say('other', 'another');
  expect(processes.queued).toBe(2);
  left.abort();
  await expect(going).rejects.toThrow('has left');
  await expect(waiting).rejects.toThrow('has left');
  expect((await other).given).toBe('other');
  await expect(processes.run({ what: 'say' }, { ...work, signal: left.signal })).rejects.toThrow('has left');
});

test('several tasks are done side by side, as many as there may be processes', async () => {
  const two = new WarmProcesses(program, { processes: 2, megabytes: 80 });
  two.keepWarm(2);
  const pids = await Promise.all(
    ['a', 'b', 'c'].map((given) => two.run<{ pid: number }>({ what: 'say', given }, { ...work, by: given })),
  );
  expect(new Set(pids.map(({ pid }) => pid)).size).toBeLessThanOrEqual(2);
  // Nobody has both: what takes long for one holds up nobody else.
  const left = new AbortController();
  const long = ['x', 'y'].map((given) =>
    two.run({ what: 'go on', given }, { ...work, by: 'one of much', signal: left.signal }).catch(() => 'ended'),
  );
  expect(await two.run({ what: 'say', given: 'short' }, { ...work, by: 'another' })).toMatchObject({ given: 'short' });
  left.abort();
  expect(await Promise.all(long)).toEqual(['ended', 'ended']);
  two.stop();
});
