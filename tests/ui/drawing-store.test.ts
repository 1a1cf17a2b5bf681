import { type DrawingView, changeDrawing, readDrawing } from '@/contract/drawings';
import { RequestFailed, ask } from '@/ui/data/request';
import { DrawingStore, withAnswer } from '@/ui/drawings/drawing-store';
import { standInStorage } from './browser-stand-in';

jest.mock('@/ui/data/request', () => ({ ...jest.requireActual('@/ui/data/request'), ask: jest.fn() }));
jest.mock('@/ui/data/office', () => ({ loadAtHand: async () => ({ office: { specimens: [] }, resources: {} }) }));

const stored: DrawingView = {
  id: 'd1',
  number: 'KD-00001',
  title: 'PAWL',
  formatId: 'f',
  formatName: 'Workshop sheets',
  editionId: 'e1',
  edition: 1,
  specimen: 'pawl',
  modelName: 'Pawl',
  sizeId: 'iso-a3-landscape',
  sizeName: 'A3',
  profileId: 'kelvarra-profile',
  siteId: null,
  keptOffice: {},
  projectId: 'plinth',
  scale: '1:2',
  answers: { 'created-by': 'Ines Sundqvist' },
  overruled: {},
  revisions: [],
  signatures: [],
  lapsed: [],
  items: {},
  aside: [],
  sheets: [{ id: 'first', name: '' }],
  state: 'in work',
  open: [],
  modelChanged: false,
  version: 1,
  changedAt: '2026-06-02T08:00:00Z',
};
const formats = [{ edition: { id: 'e1' } }];
/** What the routes answer: the drawing, a change of it and a revision, each with what it is asked for. */
const [load, save, revise] = [jest.fn(), jest.fn(), jest.fn()];
const away = () => new RequestFailed('The database does not answer.', 503, true, {});

let storage: Storage;
async function opened() {
  const store = new DrawingStore('d1');
  await store.load();
  const { state } = store;
  return { store, get: () => state.getState(), drawing: () => state.getState().open!.drawing };
}
/** Lets the store's pause pass, and everything that waits for it. */
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  jest.useFakeTimers();
  storage = standInStorage();
  load.mockReset().mockResolvedValue({ drawing: stored, formats, scheme: {}, today: '2026-06-02' });
  jest
    .mocked(ask)
    .mockImplementation(((route: object, { body }: { body: object }) =>
      route === readDrawing ? load() : route === changeDrawing ? save(body) : revise(body)) as never);
  let { version } = stored;
  save.mockReset().mockImplementation(async ({ version: on, ...change }) => {
    if (on !== version) throw new RequestFailed('Somebody changed drawing KD-00001 meanwhile.', 409, false, {});
    version += 1;
    return { ...stored, ...change, version };
  });
  revise.mockReset();
});
afterEach(() => jest.useRealTimers());

test('a change is seen at once and saved a moment later, several as one, on the version there is', async () => {
  const { store, drawing, get } = await opened();
  store.change({ answers: { 'created-by': 'I' } });
  store.change({ answers: { 'created-by': 'Ines' } });
  expect(drawing().answers).toEqual({ 'created-by': 'Ines' });
  expect(get().saving.kind).toBe('saving');
  await pass(400);
  expect(save.mock.calls).toEqual([[{ answers: { 'created-by': 'Ines' }, version: 1 }]]);
  expect([get().saving.kind, drawing().version, storage.length]).toEqual(['saved', 2, 0]);
  store.change({ sizeId: 'iso-a4-portrait' });
  await pass(400);
  expect(save.mock.calls[1]).toEqual([{ sizeId: 'iso-a4-portrait', version: 2 }]);
});

test.each([{ siteId: 'yard' }, { profileId: 'p2' }, { projectId: 'float' }, { keptOffice: {} }])(
  'what a drawing prints of the office is loaded anew once it is saved: %j',
  async (change) => {
    const { store, drawing } = await opened();
    store.change({ sizeId: 'iso-a4-portrait' });
    await pass(400);
    expect(load).toHaveBeenCalledTimes(1);
    load.mockResolvedValue({
      drawing: { ...stored, ...change, title: 'Loaded anew', version: 3 },
      formats,
      scheme: {},
    });
    store.change(change);
    await pass(400);
    expect(load).toHaveBeenCalledTimes(2);
    expect(drawing().title).toBe('Loaded anew');
  },
);

test('a drawing that somebody else has moved is loaded anew, with its other format; what was typed is saved after it', async () => {
  const { store, get } = await opened();
  const elsewhere = { ...stored, editionId: 'e2', version: 5 };
  save.mockRejectedValueOnce(new RequestFailed('Changed.', 409, false, { current: elsewhere }));
  load.mockResolvedValue({ drawing: elsewhere, formats: [{ edition: { id: 'e2' } }], scheme: {} });
  store.change({ scale: '1:5' });
  await pass(400);
  expect(load).toHaveBeenCalledTimes(2);
  expect(get().open!.formats[0]!.edition.id).toBe('e2');
  await pass(400);
  expect(save.mock.calls.at(-1)).toEqual([{ scale: '1:5', version: 5 }]);
});

test('what is typed while a save is on its way is saved after it, on the new version', async () => {
  const { store, drawing } = await opened();
  let answer!: (drawing: DrawingView) => void;
  save.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)));
  store.change({ answers: { 'created-by': 'I' } });
  await pass(400);
  store.change({ answers: { 'created-by': 'Ines' } });
  answer({ ...stored, answers: { 'created-by': 'I' }, version: 2 });
  await pass(0);
  expect(drawing().answers).toEqual({ 'created-by': 'Ines' });
  save.mockResolvedValueOnce({ ...stored, answers: { 'created-by': 'Ines' }, version: 3 });
  await pass(400);
  expect(save.mock.calls[1]![0]).toEqual({ answers: { 'created-by': 'Ines' }, version: 2 });
  expect(drawing().version).toBe(3);
});

test('while the database is away what was typed stays in the browser, over a reload, and is saved when it is back', async () => {
  const { store, get } = await opened();
  save.mockRejectedValue(away());
  store.change({ answers: { 'created-by': 'Marlo Aketch' } });
  await pass(400);
  expect(get().saving.kind).toBe('kept here');
  store.end();

  save.mockReset().mockResolvedValue({ ...stored, answers: { 'created-by': 'Marlo Aketch' }, version: 2 });
  const again = await opened();
  expect(again.drawing().answers).toEqual({ 'created-by': 'Marlo Aketch' });
  await pass(400);
  expect(save).toHaveBeenCalledWith({ answers: { 'created-by': 'Marlo Aketch' }, version: 1 });
  expect([again.get().saving.kind, storage.length]).toEqual(['saved', 0]);
});

test('a refused change is said and stays; giving it up shows what is stored', async () => {
  const { store, get, drawing } = await opened();
  save.mockRejectedValue(new RequestFailed('“June” is not a date.', 422, false, {}));
  store.change({ answers: { 'date-of-issue': 'June' } });
  await pass(400);
  expect(get().saving).toEqual({ kind: 'refused', reason: '“June” is not a date.' });
  expect(drawing().answers).toEqual({ 'date-of-issue': 'June' });
  store.discard();
  await pass(400);
  expect([get().saving.kind, drawing().answers, storage.length]).toEqual(['saved', stored.answers, 0]);
});

test('a revision is made on what is saved: pending answers go before it', async () => {
  const { store, drawing } = await opened();
  const row = { revision: 'A', zones: [], description: 'First issue', date: '2026-06-02', madeBy: 'Ines Sundqvist' };
  revise.mockImplementation(async ({ version }) => ({ ...stored, revisions: [row], version: version + 1 }));
  store.change({ answers: { language: 'en' } });
  expect(await store.revise({ add: row })).toEqual({ ok: true });
  expect(save.mock.invocationCallOrder[0]).toBeLessThan(revise.mock.invocationCallOrder[0]!);
  expect(revise).toHaveBeenCalledWith({ version: 2, unsigned: true, revising: { add: row } });
  expect(drawing().revisions).toEqual([row]);
  revise.mockRejectedValueOnce(new RequestFailed('C would skip B.', 422, false, {}));
  expect(await store.revise({ add: { ...row, revision: 'C' } })).toEqual({ ok: false, reason: 'C would skip B.' });
});

test('a revision waits for the save that is on its way', async () => {
  const { store } = await opened();
  let answer!: (drawing: DrawingView) => void;
  save.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)));
  revise.mockImplementation(async ({ version }) => ({ ...stored, version: version + 1 }));
  store.change({ answers: { language: 'en' } });
  await pass(400);
  const revising = store.revise({ withdraw: 'A' });
  await pass(0);
  expect(revise).not.toHaveBeenCalled();
  answer({ ...stored, answers: { language: 'en' }, version: 2 });
  expect(await revising).toEqual({ ok: true });
  expect(revise).toHaveBeenCalledWith({ version: 2, unsigned: true, revising: { withdraw: 'A' } });
});

const conflict = (current: DrawingView) => new RequestFailed('Somebody changed it meanwhile.', 409, false, { current });

test('a change that the server has already, since its answer was lost, counts as saved', async () => {
  const { store, get, drawing } = await opened();
  const sizeId = 'iso-a4-portrait';
  save.mockRejectedValueOnce(conflict({ ...stored, sizeId, version: 2 }));
  store.change({ sizeId });
  await pass(400);
  await pass(1);
  expect([get().saving.kind, drawing().version, storage.length]).toEqual(['saved', 2, 0]);
});

test('an answer that was lost and more typing is no clash with oneself, also over a reload', async () => {
  const { store, get, drawing } = await opened();
  const arrivedAt: DrawingView[] = [];
  save.mockImplementationOnce(async ({ version, ...change }) => {
    arrivedAt.push({ ...stored, ...change, version: version + 1 });
    throw away();
  });
  store.change({ answers: { 'created-by': 'Ines' } });
  await pass(400);
  expect(get().saving.kind).toBe('kept here');
  store.change({ answers: { 'created-by': 'Ines Sundqvist-Brandt' } });
  save.mockImplementation(async ({ version, ...change }) => {
    const [current] = arrivedAt;
    if (version !== current!.version) throw new RequestFailed('Changed meanwhile.', 409, false, { current });
    return { ...current!, ...change, version: version + 1 };
  });
  const reloaded = new DrawingStore('d1');
  load.mockResolvedValue({ drawing: arrivedAt[0], formats, scheme: {}, today: '2026-06-02' });
  await pass(3000);
  expect([get().saving.kind, drawing().answers, drawing().version]).toEqual([
    'saved',
    { 'created-by': 'Ines Sundqvist-Brandt' },
    3,
  ]);
  // Another visit that finds the same in the browser.
  reloaded['kept'].put({
    changed: { answers: { 'created-by': 'Ines Sundqvist-Brandt' } },
    base: stored,
    sent: [{ answers: { 'created-by': 'Ines' } }],
  });
  await reloaded.load();
  await pass(3000);
  expect(reloaded.state.getState().saving.kind).toBe('saved');
});

describe('what somebody else changed meanwhile', () => {
  const byThem = { ...stored, answers: { ...stored.answers, 'approved-by': 'Orsolya Brandt' }, version: 2 };
  const mine = { answers: { ...stored.answers, language: 'en' } };
  const both = { ...byThem.answers, language: 'en' };

  test('is joined with mine when it is something else, and saved on their version', async () => {
    const { store, get, drawing } = await opened();
    save.mockRejectedValueOnce(conflict(byThem)).mockResolvedValueOnce({ ...byThem, answers: both, version: 3 });
    store.change(mine);
    await pass(400);
    expect(drawing().answers).toEqual(both);
    await pass(400);
    expect(save.mock.calls[1]).toEqual([{ answers: both, version: 2 }]);
    expect([get().saving.kind, drawing().version, storage.length]).toEqual(['saved', 3, 0]);
  });

  const clashing = { ...stored, answers: { 'created-by': 'Marlo Aketch' }, sizeId: 'iso-a2-landscape', version: 2 };
  const clash = { of: 'answers', key: 'created-by', mine: 'Orsolya Brandt', theirs: 'Marlo Aketch' };

  test.each([
    ['mine', 'Orsolya Brandt'],
    ['theirs', 'Marlo Aketch'],
  ] as const)('is asked about when it is the same, and nothing is saved before: %s', async (whose, answer) => {
    const { store, get, drawing } = await opened();
    save.mockRejectedValueOnce(conflict(clashing));
    store.change({ answers: { 'created-by': 'Orsolya Brandt' } });
    await pass(400);
    expect(get().saving).toEqual({ kind: 'clashes', clashes: [clash] });
    expect(drawing()).toMatchObject({ answers: { 'created-by': 'Orsolya Brandt' }, sizeId: 'iso-a2-landscape' });
    // What is typed until it is settled is kept, and waits.
    store.change({ answers: { ...drawing().answers, language: 'en' } });
    store.change({ sizeId: 'iso-a4-portrait' });
    expect(get().saving).toEqual({
      kind: 'clashes',
      clashes: [clash, { of: 'sizeId', mine: 'iso-a4-portrait', theirs: 'iso-a2-landscape' }],
    });
    store.change({ sizeId: 'iso-a2-landscape' });
    expect(get().saving).toEqual({ kind: 'clashes', clashes: [clash] });
    await pass(1000);
    await store.setState('finished');
    expect(await store.revise({ withdraw: 'A' })).toMatchObject({ ok: false });
    expect([save.mock.calls.length, storage.length]).toEqual([1, 1]);
    const answers = { 'created-by': answer, language: 'en' };
    save.mockResolvedValueOnce({ ...clashing, answers, version: 3 });
    store.settle(whose);
    await pass(400);
    expect(save.mock.calls[1]).toEqual([{ answers, sizeId: 'iso-a2-landscape', version: 2 }]);
    expect([get().saving.kind, drawing().answers, storage.length]).toEqual(['saved', answers, 0]);
  });

  test('theirs alone leaves nothing to save', async () => {
    const { store, get, drawing } = await opened();
    save.mockRejectedValueOnce(conflict(clashing));
    store.change({ answers: { 'created-by': 'Orsolya Brandt' } });
    await pass(400);
    store.settle('theirs');
    await pass(1000);
    expect([get().saving.kind, drawing().answers, save.mock.calls.length]).toEqual(['saved', clashing.answers, 1]);
  });

  test('while this browser was closed is joined with what it had kept', async () => {
    const { store } = await opened();
    save.mockRejectedValue(away());
    store.change(mine);
    store.end();
    await pass(0);
    load.mockResolvedValueOnce({ drawing: byThem, formats, scheme: {}, today: '2026-06-02' });
    save.mockReset().mockResolvedValueOnce({ ...byThem, answers: both, version: 3 });
    const again = await opened();
    expect(again.drawing().answers).toEqual(both);
    await pass(400);
    expect(save.mock.calls).toEqual([[{ answers: both, version: 2 }]]);
  });

  test('is shown when a revision is refused for it, so that the next try is made on it', async () => {
    const { store, drawing } = await opened();
    revise.mockRejectedValueOnce(conflict(byThem));
    expect(await store.revise({ withdraw: 'A' })).toMatchObject({ ok: false });
    expect(drawing()).toEqual(byThem);
    revise.mockResolvedValueOnce({ ...byThem, version: 3 });
    expect(await store.revise({ withdraw: 'A' })).toEqual({ ok: true });
    expect(revise).toHaveBeenLastCalledWith({ version: 2, unsigned: true, revising: { withdraw: 'A' } });
  });
});

describe('what is refused', () => {
  const refusal = (answers: Record<string, string>) => new RequestFailed('Not so.', 422, false, { answers });
  const takesOff = new RequestFailed('This takes off what is signed.', 422, false, {
    signatures: [{ of: 'checked-by', name: 'Checked by', by: 'Marlo Aketch' }],
  });

  test('of single answers stays in their fields and in the browser; all others are saved', async () => {
    const { store, get, drawing } = await opened();
    save.mockRejectedValueOnce(refusal({ 'date-of-issue': '“June” is not a date.' }));
    store.change({ answers: { ...stored.answers, 'date-of-issue': 'June', language: 'sv' } });
    await pass(400);
    expect(get().untaken).toEqual({ 'date-of-issue': { text: 'June', reason: '“June” is not a date.' } });
    await pass(400);
    expect(save).toHaveBeenLastCalledWith({ version: 1, answers: { ...stored.answers, language: 'sv' } });
    expect([get().saving.kind, drawing().answers.language]).toEqual(['saved', 'sv']);
    expect((await opened()).get().untaken).toEqual(get().untaken);
    store.change({ answers: { ...drawing().answers, 'date-of-issue': '2026-06-02' } });
    await pass(400);
    expect([get().untaken, storage.length]).toEqual([{}, 0]);
  });

  test('of what is typed and no answer is kept until another one is typed, or it is given up', async () => {
    const { store, get } = await opened();
    store.untake('language', { text: 'Swedish', reason: 'Two letters.' });
    expect((await opened()).get().untaken.language).toEqual({ text: 'Swedish', reason: 'Two letters.' });
    store.untake('language', undefined);
    expect([get().untaken, storage.length]).toEqual([{}, 0]);
  });

  test('because it takes signatures off waits until somebody says so, then goes on or is given up', async () => {
    const { store, get, drawing } = await opened();
    save.mockRejectedValueOnce(takesOff);
    store.change({ scale: '1:5' });
    await pass(400);
    expect(get().saving).toEqual({ kind: 'takes off', signatures: [expect.objectContaining({ by: 'Marlo Aketch' })] });
    await pass(5000);
    expect(save).toHaveBeenCalledTimes(1);
    expect(await store.sign('checked-by')).toMatchObject({ ok: false });
    store.settleSignatures(true);
    await pass(400);
    expect(save).toHaveBeenLastCalledWith({ version: 1, scale: '1:5', unsigned: true });
    expect(get().saving.kind).toBe('saved');
    save.mockRejectedValueOnce(takesOff);
    store.change({ scale: '1:10' });
    await pass(400);
    store.settleSignatures(false);
    await pass(400);
    expect([drawing().scale, get().saving.kind, storage.length]).toEqual([stored.scale, 'saved', 0]);
  });

  test('of finishing is what the drawing lacks', async () => {
    const { store, get } = await opened();
    const lacking = [{ kind: 'revision' }];
    save.mockRejectedValueOnce(new RequestFailed('It lacks something.', 422, false, { lacking }));
    expect(await store.setState('finished')).toEqual(lacking);
    expect(get().saving.kind).toBe('saved');
  });
});

test('what an earlier visit kept and cannot be read is passed over', async () => {
  storage.setItem('zonograph-drawing-d1', '{"answers":');
  expect((await opened()).drawing()).toEqual(stored);
  storage.setItem('zonograph-drawing-d1', '{"answers":{}}');
  expect((await opened()).drawing()).toEqual(stored);
});

test('a sheet of a format that is not loaded yet has the drawing loaded anew once it is saved', async () => {
  const { store } = await opened();
  store.change({ sheets: [...stored.sheets, { id: 'inch', name: '', edition: 'e2' }] });
  await pass(400);
  expect(load).toHaveBeenCalledTimes(2);
  store.change({ sheets: stored.sheets });
  await pass(400);
  expect(load).toHaveBeenCalledTimes(2);
});

test('finishing is refused with the server’s reason, and a drawing that cannot be loaded says why', async () => {
  const { store, get } = await opened();
  save.mockRejectedValueOnce(new RequestFailed('Approved by is still asked for.', 422, false, {}));
  await store.setState('finished');
  expect(get().saving).toEqual({ kind: 'refused', reason: 'Approved by is still asked for.' });
  load.mockRejectedValueOnce(away());
  await store.load();
  expect(get().problem).toBe('The database does not answer.');
});

test('an answer is set, and taken away', () => {
  expect(withAnswer({ a: 1 }, 'b', 2)).toEqual({ a: 1, b: 2 });
  expect(withAnswer({ a: 1, b: 2 }, 'b', undefined)).toEqual({ a: 1 });
});
