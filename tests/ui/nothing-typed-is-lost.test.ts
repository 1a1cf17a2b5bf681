import type { ProfileView } from '@/contract/profiles';
import type { StarterView } from '@/contract/starters';
import { isoProfile } from '@/core/profile/starts';
import { settingOf, withSetting } from '@/core/profile/settings';
import { RequestFailed, ask } from '@/ui/data/request';
import { ProfileStore } from '@/ui/profiles/profile-store';
import { StarterStore } from '@/ui/starters/starter-store';
import { standInStorage } from './browser-stand-in';

jest.mock('@/ui/data/request', () => ({ ...jest.requireActual('@/ui/data/request'), ask: jest.fn() }));

const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const conflict = (current: object) => new RequestFailed('Somebody else has changed it.', 409, false, { current });
const asked = jest.mocked(ask);
let storage: Storage;

beforeEach(() => {
  jest.useFakeTimers();
  storage = standInStorage();
  asked.mockReset();
});
afterEach(() => jest.useRealTimers());

describe('a starter that somebody else has saved meanwhile', () => {
  const starter = (name: string, version: number, state = 'open') =>
    ({ id: 's', editions: [{ id: 'e', number: 1, state, version, document: { name } }] }) as unknown as StarterView;
  const named = (name: string) => ({ name }) as never;
  async function opened(view = starter('Stored', 1)) {
    asked.mockResolvedValueOnce(view as never);
    const store = new StarterStore('s', () => undefined);
    await store.load();
    return { store, get: () => store.state.getState() };
  }

  test('keeps what is typed on the screen and in the browser until somebody says whose is taken', async () => {
    const { store, get } = await opened();
    store.change(named('Mine'));
    asked.mockRejectedValueOnce(conflict(starter('Theirs', 2)));
    await pass(400);
    expect([get().document, get().saving.kind]).toEqual([{ name: 'Mine' }, 'clashes']);
    expect(storage.length).toBe(1);
    await pass(10_000);
    expect(asked).toHaveBeenCalledTimes(2);
    asked.mockResolvedValueOnce({ version: 3 } as never);
    store.settle('mine');
    await pass(400);
    expect(asked).toHaveBeenLastCalledWith(expect.anything(), {
      params: { id: 's' },
      body: { version: 2, document: { name: 'Mine' } },
    });
    expect([get().document, get().saving.kind, storage.length]).toEqual([{ name: 'Mine' }, 'saved', 0]);
  });

  test('gives way when theirs is taken', async () => {
    const { store, get } = await opened();
    store.change(named('Mine'));
    asked.mockRejectedValueOnce(conflict(starter('Theirs', 2)));
    await pass(400);
    store.settle('theirs');
    await pass(400);
    expect([get().document, get().saving.kind, storage.length]).toEqual([{ name: 'Theirs' }, 'saved', 0]);
  });

  test('is not somebody else: what was sent before a reload has arrived, and what came after it is saved', async () => {
    const { store } = await opened();
    store.change(named('Mine'));
    asked.mockImplementationOnce((() => new Promise(() => undefined)) as never);
    await pass(400);
    store.change(named('Mine, later'));
    asked.mockReset();
    const { get } = await opened(starter('Mine', 2));
    asked.mockResolvedValueOnce({ version: 3 } as never);
    await pass(400);
    expect(asked).toHaveBeenLastCalledWith(expect.anything(), {
      params: { id: 's' },
      body: { version: 2, document: { name: 'Mine, later' } },
    });
    expect([get().document, get().saving.kind]).toEqual([{ name: 'Mine, later' }, 'saved']);
  });

  test('edited offline is asked about when it is opened again, even when theirs is released', async () => {
    const { store } = await opened();
    store.change(named('Mine'));
    asked.mockRejectedValue(new RequestFailed('Away.', 503, true, {}));
    await pass(400);
    store.end();
    asked.mockReset();
    const { get } = await opened(starter('Theirs', 5, 'released'));
    expect([get().document, get().saving.kind]).toEqual([{ name: 'Mine' }, 'clashes']);
  });
});

describe('a profile whose settings are not all taken', () => {
  const stored = isoProfile();
  const view = (document = stored) => ({ id: 'p', name: 'P', document }) as unknown as ProfileView;
  const [mark, projection] = ['numbers.mark', 'views.projection'] as const;
  const other = {
    [mark]: settingOf(stored, mark) === ',' ? '.' : ',',
    [projection]: settingOf(stored, projection) === 'first angle' ? 'third angle' : 'first angle',
  };
  const changed = (path: typeof mark | typeof projection) => {
    const outcome = withSetting(stored, path, other[path]);
    if (!outcome.ok) throw new Error(outcome.reason);
    return outcome.profile;
  };
  async function opened() {
    asked.mockResolvedValueOnce(view() as never);
    const store = new ProfileStore('p', () => undefined);
    await store.load();
    for (const path of [mark, projection] as const) store.change([{ path, value: other[path] }]);
    return { store, get: () => store.state.getState() };
  }
  const sent = () => (asked.mock.lastCall![1] as { body: { changes: { path: string }[] } }).body.changes;

  test('keeps those that nobody else has changed, and says which gave way', async () => {
    const { store, get } = await opened();
    store.setValue('address', 'Mine');
    asked.mockRejectedValueOnce(conflict(view({ ...stored, values: { ...stored.values, address: 'Theirs' } })));
    asked.mockResolvedValueOnce(view(changed(projection)) as never);
    await pass(800);
    expect(sent().map(({ path }) => path)).toEqual([mark, projection]);
    expect(get().problem).toBe('Somebody else has changed it. Not kept: values.address “Mine”.');
    expect(settingOf(get().document!, projection)).toBe(other[projection]);
    expect([get().saving.kind, storage.length]).toEqual(['saved', 0]);
  });

  test('has what arrived without being answered, and says nothing of it', async () => {
    const { get } = await opened();
    asked.mockRejectedValueOnce(new RequestFailed('Away.', 503, true, {}));
    await pass(400);
    const outcome = withSetting(changed(mark), projection, other[projection]);
    if (!outcome.ok) throw new Error(outcome.reason);
    asked.mockRejectedValueOnce(conflict(view(outcome.profile)));
    await pass(3000);
    expect([get().problem, get().saving.kind, storage.length]).toEqual([undefined, 'saved', 0]);
    expect(settingOf(get().document!, projection)).toBe(other[projection]);
  });

  test('keeps all but the one that the server does not take', async () => {
    const { get } = await opened();
    const refused = new RequestFailed('That is no mark.', 422, false, {});
    asked.mockRejectedValueOnce(refused).mockRejectedValueOnce(refused);
    asked.mockResolvedValueOnce(view(changed(projection)) as never);
    await pass(1200);
    expect(sent().map(({ path }) => path)).toEqual([projection]);
    expect(get().problem).toMatch(/^That is no mark\. Not kept: /);
    expect(settingOf(get().document!, projection)).toBe(other[projection]);
    expect([get().saving.kind, storage.length]).toEqual(['saved', 0]);
  });
});
