import { RequestFailed } from '@/ui/data/request';
import { AutoSave, type SavePhase } from '@/ui/saving/auto-save';

const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const away = () => new RequestFailed('The database does not answer.', 503, true, {});
const conflict = () => new RequestFailed('Somebody changed it.', 409, false, { current: 'theirs' });

/** A text that is saved: what is typed, what the server has, what the browser keeps, and every phase that was told. */
function saved() {
  const text = { typed: 'a', stored: 'a', kept: undefined as string | undefined };
  const phases: SavePhase['kind'][] = [];
  const send = jest.fn(async (change: string): Promise<unknown> => change);
  const settled = jest.fn(() => true);
  const saver = new AutoSave<string>({
    pending: () => (text.typed === text.stored ? undefined : text.typed),
    keep: () => (text.kept = text.typed === text.stored ? undefined : text.typed),
    send,
    taken: (change) => (text.stored = change),
    conflict: settled,
    onPhase: ({ kind }) => phases.push(kind),
  });
  const type = (typed: string) => {
    text.typed = typed;
    saver.changed();
  };
  return { text, phases, send, settled, saver, type };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('several changes in a row are one save; each is kept in the browser until the server has it', async () => {
  const { text, send, type, phases } = saved();
  type('ab');
  type('abc');
  expect([text.kept, send.mock.calls.length]).toEqual(['abc', 0]);
  await pass(400);
  expect([send.mock.calls, text.kept, phases.at(-1)]).toEqual([[['abc']], undefined, 'saved']);
});

test('one save is on its way at a time; what comes meanwhile goes with the next', async () => {
  const { send, type } = saved();
  let answer!: (value: unknown) => void;
  send.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)));
  type('ab');
  await pass(400);
  type('abc');
  await pass(5000);
  expect(send).toHaveBeenCalledTimes(1);
  answer('ab');
  await pass(900);
  expect(send.mock.calls).toEqual([['ab'], ['abc']]);
});

test('while the server is away it is tried again until it is back, and nothing is lost', async () => {
  const { text, send, type, phases } = saved();
  send.mockRejectedValueOnce(away()).mockRejectedValueOnce(away());
  type('ab');
  await pass(400);
  expect([phases.at(-1), text.kept]).toEqual(['kept here', 'ab']);
  await pass(4100);
  expect([send.mock.calls.length, phases.at(-1), text.kept]).toEqual([3, 'saved', undefined]);
});

test('what is refused stays as it was typed, until something else is typed', async () => {
  const { text, send, type, phases } = saved();
  send.mockRejectedValueOnce(new RequestFailed('That is no date.', 422, false, {}));
  type('June');
  await pass(5000);
  expect([phases.at(-1), text.typed, text.kept, send.mock.calls.length]).toEqual(['refused', 'June', 'June', 1]);
  type('2026-06-02');
  await pass(400);
  expect(phases.at(-1)).toBe('saved');
});

test('a conflict that is settled is saved again at once; while one is asked about, nothing is', async () => {
  const { send, settled, saver, type } = saved();
  send.mockRejectedValueOnce(conflict());
  type('ab');
  await pass(401);
  expect(send).toHaveBeenCalledTimes(2);
  settled.mockImplementationOnce(() => {
    saver.hold();
    return false;
  });
  send.mockRejectedValueOnce(conflict());
  type('abc');
  await pass(400);
  type('abcd');
  await pass(5000);
  expect(send).toHaveBeenCalledTimes(3);
  saver.release();
  await pass(400);
  expect(send).toHaveBeenLastCalledWith('abcd');
});

test('what is left is sent when the screen ends, and when its page is left; then the page is no longer listened to', async () => {
  const { send, saver, type } = saved();
  const listeners = new Set<() => void>();
  Object.assign(globalThis, {
    addEventListener: (_: string, on: () => void) => listeners.add(on),
    removeEventListener: (_: string, on: () => void) => listeners.delete(on),
  });
  type('ab');
  for (const leave of listeners) leave();
  await pass(0);
  expect(send).toHaveBeenLastCalledWith('ab');
  type('abc');
  saver.end();
  await pass(0);
  expect(send).toHaveBeenLastCalledWith('abc');
  expect(listeners.size).toBe(0);
  for (const name of ['addEventListener', 'removeEventListener']) Reflect.deleteProperty(globalThis, name);
});
