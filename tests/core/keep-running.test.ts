import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keepRunning } from '../../scripts/keep-running.mjs';
import { ensureWritable, lackOfRoom } from '../../scripts/room.mjs';

/** A part that ends when it is told to, and how often it was started. */
function parts() {
  const started: { before: unknown; end: () => void; stopped: boolean }[] = [];
  const start = (before?: unknown) => {
    let end = () => {};
    const exited = new Promise<void>((done) => (end = done));
    const one = { before, end, stopped: false };
    started.push(one);
    return Object.assign(one, {
      exited,
      stop: async () => {
        one.stopped = true;
        end();
      },
    });
  };
  return { started, start };
}
const settle = () => new Promise((done) => setTimeout(done, 20));

beforeEach(() => void jest.spyOn(console, 'log').mockImplementation());
afterEach(() => jest.restoreAllMocks());

test('a part that ends by itself is started again in the place of the one that ended, and stopped when it is no longer wanted', async () => {
  const { started, start } = parts();
  let stopping = false;
  const kept = await keepRunning('the worker', start, {
    onGivenUp: () => undefined,
    isStopping: () => stopping,
    pause: 0,
  });
  started[0]!.end();
  await settle();
  expect(started).toHaveLength(2);
  expect(started[1]!.before).toBe(started[0]);
  stopping = true;
  await kept.stop();
  await settle();
  expect([started.length, started[1]!.stopped]).toEqual([2, true]);
});

test('a part that ends again and again is given up, and so is one that cannot be started', async () => {
  const { started, start } = parts();
  let givenUp = 0;
  await keepRunning('the worker', start, { onGivenUp: () => givenUp++, isStopping: () => false, pause: 0 });
  for (let i = 0; i < 10; i++) {
    started.at(-1)!.end();
    await settle();
  }
  expect([started.length, givenUp]).toEqual([6, 1]);

  const others = parts();
  await keepRunning(
    'the store',
    (before) => {
      if (before) throw new Error('no port');
      return others.start();
    },
    { onGivenUp: () => givenUp++, isStopping: () => false, pause: 0 },
  );
  others.started[0]!.end();
  await settle();
  expect(givenUp).toBe(2);
});

test('a part that a full disk ends is started again once there is room, however long that takes', async () => {
  const { started, start } = parts();
  let full = false;
  let givenUp = 0;
  let stopping = false;
  const kept = await keepRunning(
    'the database',
    (before) => {
      if (full) throw new Error('no room');
      return start(before);
    },
    {
      onGivenUp: () => givenUp++,
      isStopping: () => stopping,
      hindrance: () => (full ? 'the disk is full' : undefined),
      look: 1,
      pause: 0,
    },
  );
  full = true;
  started[0]!.end();
  await settle();
  await settle();
  expect([started.length, givenUp]).toEqual([1, 0]);
  expect(console.log).toHaveBeenCalledWith(expect.stringContaining('the database ended; the disk is full'));
  full = false;
  while (started.length < 2) await settle();
  expect([started.length, givenUp]).toEqual([2, 0]);
  stopping = true;
  await kept.stop();
});

describe('a folder for data', () => {
  const folder = mkdtempSync(join(tmpdir(), 'zonograph-room-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  test('says how much room its disk lacks', () => {
    expect(lackOfRoom(folder, 0)).toBeUndefined();
    expect(lackOfRoom(folder, Number.MAX_SAFE_INTEGER)).toMatch(/^the disk of .* is full: \d+ MB are free/);
  });

  test('is made, or says why it cannot be', () => {
    expect(() => ensureWritable(join(folder, 'new', 'office'))).not.toThrow();
    writeFileSync(join(folder, 'a file'), '');
    expect(() => ensureWritable(join(folder, 'a file', 'office'))).toThrow(/cannot be written \(ENOTDIR\)/);
  });
});
