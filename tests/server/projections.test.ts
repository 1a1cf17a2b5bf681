import { spawn } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { AS_MODELLED, axesOf } from '@/core/view/direction';
import type { Projected, Projection } from '@/core/view/projected';
import type { FrozenDrawing } from '@/core/drawing/sheets';
import { canonicalJson, hashOfText } from '@/core/format/canonical';
import { isoProfile } from '@/core/profile/starts';
import { projectionsOf } from '@/core/view/placing';
import { formerKeys, projectionKey } from '@/core/view/projected';
import type { ViewsToDraw } from '@/core/view/to-draw';
import { database } from '@/server/database';
import { runOne } from '@/server/jobs/runner';
import { keepTrouble } from '@/server/repositories/projections';
import { keepSnapshot } from '@/server/repositories/snapshots';
import { linesOfFinished } from '@/server/services/keeping-prints';
import { askedProjections, isExact, projectAgain, projection } from '@/server/services/projections';
import { takeShape } from '@/server/services/shapes';
import { ServiceError } from '@/server/services/service-error';
import { STANDARDS_DESK as DESK } from '@/server/actor';
import { shippedProjections } from '@/server/demo-projections';
import { cases } from '../core/generated';
import { withOffice } from './office';

withOffice('once');
// An assembly is read and projected in some seconds, on a busy machine in more.

const bytesOf = (file: string) => readFileSync(`demo/models/${file}.step`);
const hashOf = (file: string) => createHash('sha256').update(bytesOf(file)).digest('hex');
const seen = (file: string, more: Partial<Projection> = {}): Projection => ({
  shape: hashOf(file),
  axes: axesOf('front', AS_MODELLED),
  ...more,
});
const above = { axes: axesOf('above', AS_MODELLED) };
const left = { axes: axesOf('left', AS_MODELLED) };
const right = { axes: axesOf('right', AS_MODELLED) };

const work = async () => {
  while (await runOne('test', new AbortController().signal));
};

async function made(asked: Projection): Promise<Projected> {
  await askedProjections(DESK, [asked]);
  await work();
  return projection(projectionKey(asked));
}

const length = (curves: Projected['visible']) =>
  curves.reduce((sum, one) => {
    if (one.kind === 'line') return sum + Math.hypot(one.to.x - one.from.x, one.to.y - one.from.y);
    if (one.kind === 'arc') return sum + (one.radius * (one.toDeg - one.fromDeg) * Math.PI) / 180;
    const { points } = one;
    return sum + points.slice(1).reduce((all, p, i) => all + Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y), 0);
  }, 0);
const arcs = ({ visible }: Projected) => visible.filter(({ kind }) => kind === 'arc').length;

/*
 * What is known by hand of the eight parts: width and height of the view, arcs that are seen, the length of all that is seen.
 * The flange: circles of 420, 108, six of 84 and twelve of 9. The cheek: sides of 540 and 620 with corners of 60, two windows of 175 by
 * 230 with corners of 30, a bore of 120, eight holes of 13. The roller lies between two circles of 76.2, its bore is 19.05.
 */
test.each<[string, Partial<Projection>, number, number, number, number | undefined]>([
  ['drum-flange', above, 420, 420, 20, 2 * Math.PI * (210 + 54 + 6 * 42 + 12 * 4.5)],
  [
    'side-cheek',
    above,
    540,
    620,
    21,
    2 * (420 + 500) + 2 * Math.PI * 60 + 2 * (2 * (115 + 170) + 2 * Math.PI * 30) + 2 * Math.PI * (60 + 8 * 6.5),
  ],
  ['pawl-wheel', above, 180, 175.487, 2, undefined],
  ['pawl', above, 133.998, 49.716, 11, undefined],
  ['drive-shaft', {}, 46, 750, 0, undefined],
  ['drum-barrel', {}, 209.2, 604, 0, undefined],
  ['fairlead-roller', above, 76.2, 76.2, 2, 2 * Math.PI * (38.1 + 9.525)],
  ['guard', left, 610, 80, 2, 2 * (610 + 80) + 2 * Math.PI * 2 * 4.5],
])('%s is projected as it is by hand', async (file, more, width, height, round, long) => {
  const projected = await made(seen(file, more));
  expect(projected.box.width).toBeCloseTo(width, 2);
  expect(projected.box.height).toBeCloseTo(height, 2);
  expect(arcs(projected)).toBe(round);
  if (long !== undefined) expect(length(projected.visible)).toBeCloseTo(long, 1);
});

test('holes and turned bodies have their axes and centres; sections their areas', async () => {
  const flange = await made(seen('drum-flange', above));
  // Bore, six windows, twelve holes; the outline has the bore's centre.
  expect(flange.centres).toHaveLength(19);
  expect(flange.centres.find(({ radius }) => radius === 210)).toEqual({ at: { x: 0, y: 0 }, radius: 210 });
  const shaft = await made(seen('drive-shaft', { cut: 0 }));
  expect(shaft.axes).toContainEqual({ from: { x: 0, y: 0 }, to: { x: 0, y: 750 }, radius: 23 });
  expect(shaft.cut).toHaveLength(1);
  const barrel = await made(seen('drum-barrel', { cut: 0 }));
  // A wall on either side, one of them in four pieces between the holes.
  expect(barrel.cut).toHaveLength(5);
});

test('a product of an assembly is projected alone, where it stands; the whole tells its parts', async () => {
  const whole = await made(seen('recovery-winch', { product: 'Recovery winch' }));
  expect([whole.box.width, whole.box.height].map(Math.round)).toEqual([750, 700]);
  expect(whole.parts!.map(({ name }) => name)).toEqual([
    'Drum assembly',
    'Side cheek',
    'Pawl',
    'Fairlead roller',
    'Guard',
  ]);
  const guard = await made(seen('recovery-winch', { product: 'Guard' }));
  expect([guard.box.width, guard.box.height].map((value) => Math.round(value))).toEqual([610, 80]);
  const states = await askedProjections(DESK, [seen('recovery-winch', { product: 'Mast' })]);
  await work();
  expect((await askedProjections(DESK, [seen('recovery-winch', { product: 'Mast' })]))[0]).toMatchObject({
    id: states[0]!.id,
    state: 'failed',
    trouble: 'There is no Mast in its file.',
  });
});

test('whoever asks again, it is made once; a shaded one has its picture', async () => {
  const asked = seen('pawl', { shaded: true });
  await Promise.all([askedProjections(DESK, [asked]), askedProjections(DESK, [asked, asked])]);
  await work();
  const [row] = await database.query<{ jobs: number }>('SELECT COUNT(*) AS jobs FROM jobs WHERE subject = ?', [
    projectionKey(asked),
  ]);
  expect(Number(row!.jobs)).toBe(1);
  const { shaded } = await projection(projectionKey(asked));
  expect(Math.max(shaded!.pixels.width, shaded!.pixels.height)).toBeGreaterThan(1990);
  const [kept] = await database.query<{ bytes: Buffer }>('SELECT bytes FROM pictures WHERE hash = ?', [shaded!.hash]);
  expect(kept!.bytes.subarray(1, 4).toString()).toBe('PNG');
});

test('one that waits says what for', async () => {
  const asked = seen('pawl', { axes: axesOf('below', AS_MODELLED) });
  const [first] = await askedProjections(DESK, [asked]);
  expect(first).toMatchObject({ state: 'waiting', waitsFor: 'a worker process' });
  const run = (set: string) =>
    database.run(
      `UPDATE jobs SET state = 'running', owner = 'x', lease_until = NOW(3) + INTERVAL 30 SECOND${set} WHERE subject = ?`,
      [projectionKey(asked)],
    );
  await run(", kind = 'prove'");
  expect((await askedProjections(DESK, [asked]))[0]).toMatchObject({ waitsFor: 'the proofs with all models' });
  await database.run('DELETE FROM jobs');
  expect((await made(asked)).visible.length).toBeGreaterThan(0);
});

test('one that is cut off goes on with whoever takes it up', async () => {
  const asked = seen('drive-shaft', left);
  await askedProjections(DESK, [asked]);
  const ended = new AbortController();
  const first = runOne('one that ends', ended.signal);
  setTimeout(() => ended.abort(), 400);
  await first;
  expect((await askedProjections(DESK, [asked]))[0]!.state).toBe('waiting');
  await work();
  expect((await askedProjections(DESK, [asked]))[0]!.state).toBe('done');
});

describe('one that takes long', () => {
  const [guard, section] = [seen('guard', right), seen('guard', { ...right, cut: 0 })];
  const state = async (asked: Projection) => (await askedProjections(DESK, [asked]))[0]!;
  beforeAll(() => {
    process.env.ZONOGRAPH_PROJECTION_SECONDS = '0.001';
  });
  afterAll(() => {
    delete process.env.ZONOGRAPH_PROJECTION_SECONDS;
  });

  test('has a preview from triangles that says so; a section has none', async () => {
    expect((await made(guard)).box.width).toBeGreaterThan(600);
    expect(await state(guard)).toMatchObject({
      state: 'done',
      coarse: true,
      trouble: expect.stringMatching(/took more/),
    });
    expect(await isExact(projectionKey(guard))).toBe(false);
    await askedProjections(DESK, [section]);
    await work();
    expect(await state(section)).toMatchObject({ state: 'failed', trouble: expect.stringMatching(/took more/) });
  });

  test('is exact in the end, at once when it is asked for again', async () => {
    const before = await projection(projectionKey(guard));
    process.env.ZONOGRAPH_PROJECTION_SECONDS = '60';
    // Nothing is done before the pause is over.
    await askedProjections(DESK, [guard, section]);
    await work();
    expect((await state(guard)).coarse).toBe(true);
    await projectAgain([projectionKey(guard), projectionKey(section)]);
    // The preview is shown until the exact one is there.
    expect([(await state(section)).state, (await state(guard)).state]).toEqual(['waiting', 'done']);
    await work();
    expect(await state(guard)).toMatchObject({ state: 'done', coarse: false });
    expect(await state(section)).toMatchObject({ state: 'done', coarse: false });
    expect((await projection(projectionKey(section))).cut.length).toBeGreaterThan(0);
    expect(await projection(projectionKey(guard))).not.toEqual(before);
    // An exact one stays.
    await projectAgain([projectionKey(guard)]);
    expect(await isExact(projectionKey(guard))).toBe(true);
  });

  test('waits longer each time that it fails', async () => {
    const key = projectionKey(section);
    await database.run("UPDATE projections SET state = 'failed', tries = 0 WHERE id = ?", [key]);
    const pauses: number[] = [];
    for (let i = 0; i < 7; i++) {
      await keepTrouble(database, key, { trouble: 'It broke off.', seconds: 1 });
      const [row] = await database.query<{ pause: number }>(
        'SELECT TIMESTAMPDIFF(SECOND, CURRENT_TIMESTAMP, again_at) / 60 AS pause FROM projections WHERE id = ?',
        [key],
      );
      pauses.push(Math.round(Number(row!.pause)));
    }
    expect(pauses).toEqual([1, 4, 16, 64, 256, 1024, 1440]);
  });
});

test('what cannot be projected says why', async () => {
  const [absent] = await askedProjections(DESK, [seen('pawl', { shape: 'f'.repeat(64) })]);
  expect(absent).toMatchObject({ state: 'failed', trouble: 'The office does not have the file of its shape.' });
  // A file that is whole as text and holds no body.
  const text = bytesOf('pawl')
    .toString()
    .replace(/MANIFOLD_SOLID_BREP/g, 'GEOMETRIC_CURVE_SET');
  const { hash } = await takeShape('hollow.step', Buffer.from(text));
  const asked = seen('pawl', { shape: hash });
  await askedProjections(DESK, [asked]);
  await work();
  const [state] = await askedProjections(DESK, [asked]);
  expect(state!.state).toBe('failed');
  expect(state!.trouble).toMatch(/no solid|cannot/);
  await expect(projection(projectionKey(asked))).rejects.toThrow(ServiceError);
});

test('a file in metres is as large as one in millimetres', async () => {
  const mm = bytesOf('guard').toString();
  const metres = mm.replace(/SI_UNIT\(\.MILLI\.,\.METRE\.\)/g, 'SI_UNIT($,.METRE.)');
  expect(metres).not.toBe(mm);
  const { hash } = await takeShape('metres.step', Buffer.from(metres));
  const projected = await made(seen('guard', { ...left, shape: hash }));
  expect(projected.box.width).toBeCloseTo(610_000, 0);
});

test('a finished drawing prints the lines that it kept, under the key of then', async () => {
  const views = {
    setting: {
      views: [{ id: 'front', of: { kind: 'seen', from: 'front' }, style: 'outline' }],
      scale: '1:1',
      standing: AS_MODELLED,
    },
    models: {
      front: { name: 'Pawl', kind: 'part', shape: { hash: hashOf('pawl'), size: { x: 180, y: 60, z: 25 } } },
    },
    profile: isoProfile(),
  } satisfies ViewsToDraw;
  const [[key, asked]] = [...projectionsOf(views)] as [[string, Projection]];
  const kept = { ...(await made(asked)), smooth: [] };
  const text = canonicalJson(kept);
  await keepSnapshot(database, { hash: hashOfText(text), text });
  const [before] = formerKeys(asked);
  const sheets = [{ views }] as unknown as FrozenDrawing['sheets'];
  const lines = await linesOfFinished(database, 'KD-00001', { sheets, lines: { [before!]: hashOfText(text) } });
  expect([...lines]).toEqual([[key, { projected: kept }]]);
  const none = await linesOfFinished(database, 'KD-00001', { sheets, lines: {} });
  expect(none.get(key)).toMatchObject({ trouble: 'It was not there when the drawing was finished.' });
});

test('what the demo ships of its views is what the kernel makes of its models today, beside four busy loops too', async () => {
  const shipped = await shippedProjections('demo');
  expect(shipped.length).toBeGreaterThan(30);
  const shapes = new Set(readdirSync('demo/models').map((file) => hashOf(file.replace('.step', ''))));
  for (const { asked } of shipped) expect([asked.shape, shapes.has(asked.shape)]).toEqual([asked.shape, true]);
  const some = shipped.filter((_, i) => i % cases(21, 1) === 3 % cases(21, 1));
  expect(some.length).toBeGreaterThan(1);
  // What a sheet prints follows from its projections alone, so a busy machine may take longer and prints the same.
  const loops = Array.from({ length: 4 }, () => spawn(process.execPath, ['-e', 'for (;;);']));
  try {
    for (const { asked, projected } of some)
      expect(JSON.parse(JSON.stringify(await made(asked)))).toEqual(JSON.parse(JSON.stringify(projected)));
  } finally {
    for (const loop of loops) loop.kill();
  }
});
