import { type Server, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { changeDrawing, drawing, drawings, exportDrawing, makeDrawing } from '@/server/services/drawings';
import { followStore, storeStatus } from '@/server/services/model-store';
import { seedDrawings } from '@/server/seed';
import { changeNumbering, numbering } from '@/server/services/numbering';
import { changeSpecimen, specimen } from '@/server/services/specimens';
import { count, withOffice } from './office';

withOffice();

const winch = { formatId: 'workshop-sheets', specimen: 'recovery-winch', variant: '316L', sizeId: 'iso-a3-landscape' };
const answered = { 'approved-by': 'Orsolya Brandt', 'checked-by': 'Marlo Aketch' };

describe('drawings', () => {
  test('take the next number each, however many are made at once, and what is proposed as first answers', async () => {
    const made = await Promise.all(Array.from({ length: 6 }, () => makeDrawing(winch)));
    const register = await drawings();
    expect(register.map((one) => one.number).sort()).toEqual([1, 2, 3, 4, 5, 6].map((n) => `KD-0000${n}`));
    const { drawing: one } = await drawing(made[0]!.id);
    expect(one).toMatchObject({
      title: 'RECOVERY WINCH',
      modelName: 'Recovery winch',
      state: 'in work',
      open: ['Checked by', 'Approved by'],
      answers: { 'created-by': 'Standards desk', 'document-type': 'Part drawing', revision: 'A' },
    });
    expect(one.answers['date-of-issue']).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  });

  test('are numbered by the office’s rule; numbers that are taken are passed over', async () => {
    await makeDrawing(winch);
    expect(await numbering()).toEqual({ prefix: 'KD-', digits: 5, next: 2 });
    await changeNumbering({ prefix: 'KD-', digits: 5, next: 1 });
    await makeDrawing(winch);
    await changeNumbering({ prefix: ' W', digits: 3, next: 40 });
    await makeDrawing(winch);
    expect((await drawings()).map((one) => one.number).sort()).toEqual(['KD-00001', 'KD-00002', 'W040']);
    await expect(changeNumbering({ prefix: 'W', digits: 0, next: 1 })).rejects.toThrow('at least 1 digit');
    await expect(changeNumbering({ prefix: 'W', digits: 3, next: 1.5 })).rejects.toThrow('a whole one');
  });

  test('of the scenario are made as somebody would make them', async () => {
    await seedDrawings('demo');
    expect((await drawings()).map(({ modelName, state, open }) => [modelName, state, open.length])).toEqual([
      ['Pawl', 'in work', 2],
      ['Recovery winch', 'in work', 2],
      ['Drum flange', 'finished', 0],
    ]);
  });

  test.each<[object, RegExp]>([
    [{ formatId: 'gone' }, /no such format/],
    [{ specimen: 'gone' }, /model is no longer there/],
    [{ variant: 'brass' }, /Recovery winch has no variant “brass”/],
    [{ sizeId: 'iso-a9' }, /has no size iso-a9/],
  ])('are not made of %j, and no number is used up', async (change, reason) => {
    await expect(makeDrawing({ ...winch, ...change })).rejects.toThrow(reason);
    expect(await count('drawings')).toBe(0);
    await makeDrawing(winch);
    expect((await drawings())[0]!.number).toBe('KD-00001');
  });

  test('keep answers on their version; a wrong one, a finished drawing and an older version are refused', async () => {
    const { id } = await makeDrawing(winch);
    const { answers } = (await drawing(id)).drawing;
    await expect(changeDrawing(id, { version: 1, answers: { revision: 'I' } })).rejects.toThrow('I and O are not used');
    await expect(changeDrawing(id, { version: 1, overruled: { mass: 1 } })).rejects.toThrow(
      'does not let “mass” be overruled',
    );
    await expect(changeDrawing(id, { version: 1, state: 'finished' })).rejects.toThrow(
      'Approved by is still asked for',
    );
    const saved = await changeDrawing(id, { version: 1, answers: { ...answers, ...answered } });
    expect(saved).toMatchObject({ version: 2, open: [] });
    await expect(changeDrawing(id, { version: 1, sizeId: 'iso-a2-landscape' })).rejects.toMatchObject({ status: 409 });
    const finished = await changeDrawing(id, { version: 2, state: 'finished' });
    expect(finished).toMatchObject({ state: 'finished', modelChanged: false });
    await expect(changeDrawing(id, { version: 3, answers: {} })).rejects.toThrow('is finished. Take it up again');
  });

  test('say when their model, or a component of it, gives something else than when they were finished', async () => {
    const { id } = await makeDrawing(winch);
    const { answers } = (await drawing(id)).drawing;
    await changeDrawing(id, { version: 1, answers: { ...answers, ...answered } });
    await changeDrawing(id, { version: 2, state: 'finished' });
    const row = await specimen('pawl');
    const heavier = row.specimen.variants.map((variant) => ({
      ...variant,
      values: { ...variant.values, Mass: { value: 0.7, unit: 'kg' } },
    }));
    await changeSpecimen({ ...row.specimen, variants: heavier }, row.version);
    expect((await drawing(id)).drawing.modelChanged).toBe(true);
  });

  test('are exported with their answers; unanswered ones only when that is wanted', async () => {
    const { id } = await makeDrawing(winch);
    await expect(exportDrawing(id, 'svg', false)).rejects.toMatchObject({
      message: 'Still unanswered: Checked by, Approved by.',
      detail: { open: ['Checked by', 'Approved by'] },
    });
    const file = await exportDrawing(id, 'svg', true);
    expect(file.name).toBe('KD-00001-RECOVERY-WINCH.svg');
    expect(file.content).toContain('>KD-00001<');
  });
});

describe('the model store', () => {
  let server: Server | undefined;
  afterEach(() => {
    delete process.env.ZONOGRAPH_MODEL_STORE;
    server?.close();
  });

  /** A store that answers each path with what is given: a status and a text. */
  async function storeAnswering(answer: (path: string) => [number, string]) {
    server = createServer((request, response) => {
      const [status, text] = answer(request.url!);
      response.writeHead(status).end(text);
    });
    await new Promise<void>((done) => server!.listen(0, '127.0.0.1', done));
    process.env.ZONOGRAPH_MODEL_STORE = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  }
  const pawl = (title: string) => ({
    id: 'pawl',
    name: 'Pawl',
    kind: 'part',
    properties: { Title: title },
    variants: [],
    components: [],
  });

  test('is followed: what changed is taken over once, and told in words', async () => {
    let title = 'PAWL, LEFT';
    await storeAnswering((path) => [
      200,
      JSON.stringify(path === '/models' ? [{ id: 'pawl', etag: title }] : pawl(title)),
    ]);
    const first = await followStore();
    expect(first).toMatchObject({ followed: true, trouble: undefined });
    expect(first.models[0]!.changes).toContain('Title: PAWL → PAWL, LEFT.');
    expect((await specimen('pawl')).specimen.values).toEqual({ Title: 'PAWL, LEFT' });
    const version = (await specimen('pawl')).version;
    expect((await followStore()).models[0]!.changedAt).toBe(first.models[0]!.changedAt);
    expect((await specimen('pawl')).version).toBe(version);
    title = 'PAWL, RIGHT';
    expect((await followStore()).models[0]!.changes).toEqual(['Title: PAWL, LEFT → PAWL, RIGHT.']);
  });

  test.each<[string, (path: string) => [number, string], RegExp]>([
    ['nonsense', () => [200, '<html>'], /is not JSON/],
    ['another shape', () => [200, '{"models": 3}'], /not what a model store answers/],
    ['an error', () => [500, ''], /answers 500/],
    [
      'a model that is none',
      (path) => [200, path === '/models' ? '[{"id": "pawl", "etag": "x"}]' : '{"id": 4}'],
      /Not taken over: pawl/,
    ],
  ])('that answers %s changes nothing, and says so', async (_, answer, trouble) => {
    await storeAnswering(answer);
    const before = await specimen('pawl');
    expect((await followStore()).trouble).toMatch(trouble);
    expect(await specimen('pawl')).toEqual(before);
  });

  test('that is down leaves the last known values, as of when it answered', async () => {
    await storeAnswering((path) => [
      200,
      path === '/models' ? '[{"id": "pawl", "etag": "1"}]' : JSON.stringify(pawl('P')),
    ]);
    const { answeredAt } = await followStore();
    server!.close();
    server!.closeAllConnections();
    process.env.ZONOGRAPH_MODEL_STORE = 'http://127.0.0.1:9';
    expect(await followStore()).toMatchObject({ answeredAt, trouble: 'The model store does not answer.' });
    expect((await specimen('pawl')).specimen.values.Title).toBe('P');
    delete process.env.ZONOGRAPH_MODEL_STORE;
    expect((await storeStatus()).followed).toBe(false);
  });
});
