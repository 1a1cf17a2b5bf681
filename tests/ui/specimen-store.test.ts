import type { Specimen } from '@/core/specimen/specimen';
import { standInStorage } from './browser-stand-in';
import { type SpecimenRow, readSpecimen } from '@/contract/specimens';
import { RequestFailed, ask } from '@/ui/data/request';
import { SpecimenStore } from '@/ui/specimens/specimen-store';

jest.mock('@/ui/data/request', () => ({ ...jest.requireActual('@/ui/data/request'), ask: jest.fn() }));
/** What the routes answer: the specimen, and a change of it. */
const [load, put] = [jest.fn(), jest.fn()];

const pawl: Specimen = {
  kind: 'zonograph/specimen',
  version: 1,
  id: 'pawl',
  name: 'Pawl',
  model: 'part',
  values: { Title: 'PAWL' },
  variants: [],
  components: [],
};
const withValues = (values: Specimen['values']): Specimen => ({ ...pawl, values: { ...pawl.values, ...values } });
const conflict = (current: SpecimenRow) =>
  new RequestFailed('Somebody changed “Pawl” meanwhile.', 409, false, { current });
/** Lets the store's pause pass, and everything that waits for it. */
const settle = () => jest.advanceTimersByTimeAsync(900);

beforeEach(() => {
  jest.useFakeTimers();
  standInStorage();
  jest
    .mocked(ask)
    .mockImplementation(((route: object, { body }: { body: object }) =>
      route === readSpecimen ? load() : put(body)) as never);
});
afterEach(() => jest.useRealTimers());

async function opened() {
  load.mockReset().mockResolvedValue({ specimen: pawl, version: 1, components: [] });
  put.mockReset().mockImplementation(async (body: SpecimenRow) => ({ version: body.version + 1 }));
  const saved = jest.fn();
  const store = new SpecimenStore('pawl', saved);
  await store.load();
  return { store, saved, now: () => store.state.getState() };
}
const sent = () => put.mock.calls.map(([{ specimen, version }]) => ({ specimen, version }) as SpecimenRow);

test('an edit is seen at once, saved, and told', async () => {
  const { store, saved, now } = await opened();
  expect(store.edit(withValues({ KLASSE: 'W3' }))).toEqual({ ok: true });
  expect(now().specimen!.values.KLASSE).toBe('W3');
  await settle();
  expect(sent()).toEqual([{ specimen: withValues({ KLASSE: 'W3' }), version: 1 }]);
  expect(saved).toHaveBeenCalledTimes(1);
});

test('edits that come while one is being saved go together after it, on its version; none is shown undone', async () => {
  const { store, saved, now } = await opened();
  let answer!: (row: { version: number }) => void;
  put.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve as typeof answer)));
  store.edit(withValues({ KLASSE: '' }));
  await settle();
  store.edit(withValues({ KLASSE: 'W' }));
  store.edit(withValues({ KLASSE: 'W3' }));
  await settle();
  expect(sent()).toHaveLength(1);
  answer({ version: 2 });
  await settle();
  expect(now().specimen!.values.KLASSE).toBe('W3');
  expect(sent().slice(1)).toEqual([{ specimen: withValues({ KLASSE: 'W3' }), version: 2 }]);
  expect(saved).toHaveBeenCalledTimes(2);
});

test('what somebody else changed meanwhile is joined with it, and saved on their version', async () => {
  const { store, now } = await opened();
  put.mockRejectedValueOnce(conflict({ specimen: withValues({ Title: 'PAWL, LEFT' }), version: 4 }));
  store.edit(withValues({ KLASSE: 'W3' }));
  await settle();
  expect(sent()[1]).toEqual({ specimen: withValues({ Title: 'PAWL, LEFT', KLASSE: 'W3' }), version: 4 });
  expect(now()).toMatchObject({ specimen: { values: { Title: 'PAWL, LEFT', KLASSE: 'W3' } }, problem: undefined });
});

test('where both changed the same the words stay, the reason is said, and what is stored can be looked at', async () => {
  const { store, now } = await opened();
  put.mockRejectedValue(conflict({ specimen: withValues({ Title: 'THEIRS' }), version: 4 }));
  store.edit(withValues({ Title: 'MINE' }));
  await settle();
  expect(now()).toMatchObject({
    specimen: { values: { Title: 'MINE' } },
    problem: 'Somebody changed “Pawl” meanwhile.',
  });
  load.mockResolvedValueOnce({ specimen: withValues({ Title: 'THEIRS' }), version: 4, components: [] });
  await store.load(true);
  expect(now()).toMatchObject({ specimen: { values: { Title: 'THEIRS' } }, problem: undefined });
});

test('what is no sound specimen is refused at once; one that cannot be loaded says why', async () => {
  const { store, now } = await opened();
  expect(store.edit({ ...pawl, name: '' })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('needs a name'),
  });
  expect(sent()).toEqual([]);
  load.mockRejectedValueOnce(new RequestFailed('There is no such specimen.', 404, false, {}));
  const gone = new SpecimenStore('gone', () => undefined);
  await gone.load();
  expect(gone.state.getState().problem).toBe('There is no such specimen.');
  expect(gone.edit(pawl)).toMatchObject({ ok: false });
  expect(now().problem).toBeUndefined();
});
