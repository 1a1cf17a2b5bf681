import { DatabaseAway, DatabaseBusy, DatabaseFull, database } from '@/server/database';
import { STANDARDS_DESK } from '@/server/actor';
import type * as besideItself from '@/server/beside/beside';
import { answerOf, outcomeOf } from '@/server/beside/outcome';
import { makeDrawing } from '@/server/services/drawings';
import { ServiceError } from '@/server/services/service-error';
import { withOffice } from './office';

/* The other tests do what is done beside in their own process; these have it done where it is done. */
const { beside, officeProcesses, pixelProcess } = jest.requireActual<typeof besideItself>('@/server/beside/beside');

withOffice('once');
afterAll(() => {
  officeProcesses.stop();
  pixelProcess.stop();
});

const profile = async () => (await database.query<{ id: string }>('SELECT id FROM profiles LIMIT 1'))[0]!.id;
const specimen = async (kind: 'pdf' | 'png 150' | 'png 600', by: { signal?: AbortSignal } = {}) =>
  beside('exportSpecimen', [await profile(), { kind, paper: 'A4' }], {
    by: 'somebody',
    pixels: kind !== 'pdf',
    ...by,
  });

test('while a sheet is composed and made a picture, everything else goes on', async () => {
  let ticks = 0;
  const ticking = setInterval(() => ticks++, 20);
  const { name, content } = await specimen('png 150');
  clearInterval(ticking);
  expect(name).toMatch(/\.png$/);
  expect(Buffer.from(content.subarray(1, 4)).toString()).toBe('PNG');
  expect(ticks).toBeGreaterThan(20);
});

test('what is refused comes back with its words, its status and what the interface needs beside them', async () => {
  const { id } = await makeDrawing(STANDARDS_DESK, {
    formatId: 'workshop-sheets',
    specimen: 'pawl',
    sizeId: 'iso-a3-landscape',
  });
  const whom = { by: 'somebody' };
  await expect(beside('exportDrawing', [id, { kind: 'pdf', asItIs: false }], whom)).rejects.toMatchObject({
    status: 422,
    message: expect.stringContaining('Still unanswered'),
    detail: { open: expect.arrayContaining([expect.any(String)]) },
  });
  const { content } = await beside('exportDrawing', [id, { kind: 'pdf', asItIs: true }], whom);
  expect(Buffer.from(content.subarray(0, 5)).toString()).toBe('%PDF-');
});

test('what is changed beside is changed', async () => {
  const made = await beside(
    'makeDrawing',
    [STANDARDS_DESK, { formatId: 'workshop-sheets', specimen: 'pawl', sizeId: 'iso-a3-landscape' }],
    { by: 'somebody' },
  );
  expect(await database.query('SELECT id FROM drawings WHERE id = ?', [made.id])).toHaveLength(1);
});

test('what only reads ends when whoever asked has left, and the next is done', async () => {
  const left = new AbortController();
  const whole = beside('packageOf', [undefined], { by: 'somebody', signal: left.signal });
  left.abort();
  await expect(whole).rejects.toMatchObject({ status: 422, message: 'Whoever asked for it has left.' });
  const { content } = await specimen('pdf');
  expect(Buffer.from(content.subarray(0, 5)).toString()).toBe('%PDF-');
});

describe('an outcome', () => {
  const told = async (error: Error) =>
    answerOf(structuredClone(await outcomeOf(() => Promise.reject(error))) as Awaited<ReturnType<typeof outcomeOf>>);

  test('tells a database that is away from one that is busy, and both from a refusal', async () => {
    await expect(told(new DatabaseAway('gone'))).rejects.toBeInstanceOf(DatabaseAway);
    await expect(told(new DatabaseFull('no room'))).rejects.toBeInstanceOf(DatabaseFull);
    await expect(told(new DatabaseBusy())).rejects.toBeInstanceOf(DatabaseBusy);
    const refused = new ServiceError(409, 'Somebody was there before.', { current: { version: 3 } });
    await expect(told(refused)).rejects.toMatchObject({
      status: 409,
      message: 'Somebody was there before.',
      detail: { current: { version: 3 } },
    });
  });

  test('says in words what the database refuses because of what else there is', async () => {
    await expect(told(Object.assign(new Error('foreign key'), { errno: 1451 }))).rejects.toBeInstanceOf(ServiceError);
  });

  test('lets a bug be a bug', async () => {
    await expect(told(new TypeError('undefined is not a function'))).rejects.toBeInstanceOf(TypeError);
  });
});
