import { asmeProfile } from '@/core/profile/starts';
import { database } from '@/server/database';
import * as drawingServices from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import * as formatServices from '@/server/services/formats';
import * as service from '@/server/services/profiles';
import { startBlank } from '@/core/format/starting';
import { asDesk, release, withOffice } from './office';

const { profileRevision, exportSpecimen } = service;
const profiles = asDesk(service.profiles);
const profile = asDesk(service.profile);
const addProfile = asDesk(service.addProfile);
const changeSettings = asDesk(service.changeSettings);
const releaseProfile = asDesk(service.releaseProfile);
const removeProfile = asDesk(service.removeProfile);
const renameProfile = asDesk(service.renameProfile);
const makeDrawing = asDesk(drawingServices.makeDrawing);
const changeDrawing = asDesk(drawingServices.changeDrawing);
const startFormat = asDesk(formatServices.startFormat);

withOffice();

const named = async (name: string) => (await profiles()).find((one) => one.name === name)!.id;
const set = (id: string, path: string, before: string | number | boolean, value: string | number | boolean) =>
  changeSettings(id, { changes: [{ path, before, value }] });

test('the demo office has three, released, as its files say', async () => {
  expect(await profiles()).toMatchObject([
    { name: 'Kelvarra export', standard: 'BS 8888', revision: 1, changed: false },
    { name: 'Kelvarra inch', standard: 'ASME', unit: 'in', projection: 'third angle', mark: '.', formats: 1 },
    { name: 'Kelvarra ISO', standard: 'ISO', unit: 'mm', projection: 'first angle', mark: ',', formats: 2 },
  ]);
});

test('what a setting says is what proofs print, with no other copy of it', async () => {
  const id = await named('Kelvarra ISO');
  await changeSettings(id, {
    changes: [
      { path: 'units.unit', before: 'mm', value: 'in' },
      { path: 'numbers.mark', before: ',', value: '.' },
      { path: 'numbers.leadingZero', before: true, value: false },
      { path: 'views.projection', before: 'first angle', value: 'third angle' },
    ],
  });
  expect((await formatServices.format('workshop-sheets')).facts).toMatchObject({
    profile: {
      unit: 'in',
      values: {
        'units-note': 'All dimensions in inch',
        'edges-note': 'Break sharp edges .00787 to .01969',
        'projection-angle': 'third angle',
      },
    },
    locale: { decimalMark: '.' },
  });
  const [noted] = await database.query<{ words: string }>('SELECT words FROM audit WHERE subject = ?', [
    `profile ${id}`,
  ]);
  expect(noted).toEqual({ words: 'Projection: third angle' });
});

describe('of two who change a profile', () => {
  test('those who change different settings do not meet', async () => {
    const id = await named('Kelvarra ISO');
    await set(id, 'hatching.pitch', 2.5, 3.5);
    expect((await set(id, 'hatching.angleDeg', 45, 30)).document.hatching).toEqual({ pitch: 3.5, angleDeg: 30 });
  });
  test('the second to change the same is told what the first has put there', async () => {
    const id = await named('Kelvarra ISO');
    await set(id, 'hatching.pitch', 2.5, 3.5);
    await expect(set(id, 'hatching.pitch', 2.5, 4)).rejects.toMatchObject({
      status: 409,
      message: 'Somebody else has changed Hatching: pitch meanwhile.',
      detail: { current: { document: { hatching: { pitch: 3.5 } } } },
    });
  });
});

test.each([
  ['hatching.pitch', 2.5, -1, 'Hatching: pitch cannot be −1'],
  ['numbers.decimals', 2, 9, 'Decimals of lengths cannot be 9'],
  ['layers.hidden.name', 'HIDDEN', 'A|B', 'is no name for a layer'],
  ['no.such', 1, 2, 'has no setting no.such'],
  ['values.material', 0, 'S355', 'No property of the dictionary gives that to a profile'],
  ['values.units-note', 0, 'mm', 'No property of the dictionary gives that to a profile'],
])('a change of %s from %p to %p is refused in words', async (path, before, value, words) => {
  await expect(set(await named('Kelvarra ISO'), path, before, value)).rejects.toThrow(words);
});

test('of several changes none is kept when one is refused', async () => {
  const id = await named('Kelvarra ISO');
  const changes = [
    { path: 'hatching.pitch', before: 2.5, value: 4 },
    { path: 'hatching.angleDeg', before: 45, value: 400 },
  ];
  await expect(changeSettings(id, { changes })).rejects.toMatchObject({ status: 422 });
  expect((await profile(id)).document.hatching.pitch).toBe(2.5);
});

test('drawings keep the revision that their edition froze; on the next edition they take the newest, and finished ones stay', async () => {
  const id = await named('Kelvarra ISO');
  const make = async () =>
    (await makeDrawing({ formatId: 'workshop-sheets', specimen: 'pawl', sizeId: 'iso-a3-landscape', scale: '1:1' })).id;
  const drawn = await make();
  const mark = async (of = drawn) => {
    const opened = await drawing(of);
    return [opened.formats[0]!.facts.locale.decimalMark, opened.profileRevision];
  };
  await set(id, 'numbers.mark', ',', '.');
  expect(await mark()).toEqual([',', 1]);
  expect((await formatServices.format('workshop-sheets')).facts.locale.decimalMark).toBe('.');
  const { version } = await profile(id);
  const released = await releaseProfile(id, { version, why: 'Points for the yard' });
  expect(released).toMatchObject({
    revision: 2,
    changed: false,
    revisions: [{ number: 2, why: 'Points for the yard' }, { number: 1 }],
  });
  expect(await mark()).toEqual([',', 1]);
  expect((await drawing(drawn)).formats[0]!.newer).toContainEqual({
    of: 'profile',
    name: 'Kelvarra ISO',
    froze: 1,
    now: 2,
  });
  await release('workshop-sheets');
  const next = await make();
  expect([await mark(), await mark(next)]).toEqual([
    [',', 1],
    ['.', 2],
  ]);
  await changeDrawing(next, { version: 1, state: 'finished', finishReason: 'to be sent' });
  await set(id, 'numbers.mark', '.', ',');
  await releaseProfile(id, { version: (await profile(id)).version, why: 'Back to commas' });
  expect(await mark(next)).toEqual(['.', 2]);
  // With another profile of its own a drawing takes the newest revision of that.
  const other = await named('Kelvarra export');
  await changeDrawing(drawn, { version: 1, profileId: other });
  await set(other, 'numbers.mark', '.', ',');
  await releaseProfile(other, { version: (await profile(other)).version, why: 'Commas abroad' });
  expect(await mark()).toEqual([',', 2]);
  expect((await profileRevision(id, 2)).numbers.mark).toBe('.');
});

test('a release of what has not changed, or of what somebody has changed meanwhile, is refused', async () => {
  const id = await named('Kelvarra ISO');
  const { version } = await profile(id);
  await expect(releaseProfile(id, { version, why: 'again' })).rejects.toThrow('Nothing has changed since revision 1.');
  await set(id, 'hatching.pitch', 2.5, 3);
  await expect(releaseProfile(id, { version, why: 'late' })).rejects.toMatchObject({ status: 409 });
});

test('a profile begins as a standard has it or as a copy; its name is its own', async () => {
  const { id } = await addProfile({ name: 'Yard', from: { standard: 'ASME' } });
  expect(await profile(id)).toMatchObject({ revision: 0, changed: true, document: asmeProfile() });
  const { id: copy } = await addProfile({ name: 'Yard 2', from: { copyOf: id } });
  await set(copy, 'numbers.decimals', 3, 4);
  expect((await profile(id)).document.numbers.decimals).toBe(3);
  await expect(addProfile({ name: 'yard', from: { copyOf: id } })).rejects.toThrow('a profile named “yard” already');
  await expect(renameProfile(copy, 'Yard')).rejects.toMatchObject({ status: 409 });
  await removeProfile(copy);
  await expect(profile(copy)).rejects.toMatchObject({ status: 404 });
  await expect(removeProfile(await named('Kelvarra ISO'))).rejects.toThrow('stays: 2 formats use it.');
});

test('a new format takes the profile of its unit, projection and mark, which is made where there is none', async () => {
  const before = (await profiles()).length;
  await startFormat({ start: startBlank({ id: 'a', name: 'A' }), projection: 'first angle', decimalMark: ',' });
  expect((await profiles()).length).toBe(before);
  await startFormat({ start: startBlank({ id: 'b', name: 'B' }), projection: 'first angle', decimalMark: '.' });
  await startFormat({ start: startBlank({ id: 'c', name: 'C' }), projection: 'first angle', decimalMark: '.' });
  const made = (await profiles()).find(({ name }) => name === 'ISO, first angle, decimal point');
  expect(made).toMatchObject({ formats: 2, revision: 1, mark: '.' });
});

test.each(['pdf', 'svg', 'dxf'] as const)('the specimen drawing is written as %s', async (kind) => {
  const file = await exportSpecimen(await named('Kelvarra inch'), { kind, paper: 'A3' });
  expect(file.name).toBe(`Kelvarra-inch-specimen-drawing-A3.${kind}`);
  expect(file.content.length).toBeGreaterThan(5_000);
  if (kind === 'dxf') expect(Buffer.from(file.content).toString()).toContain('ARROW_DIMENSION');
});

test('a format is proved with another profile when that is chosen, and it is told', async () => {
  const chosen = await named('Kelvarra export');
  const { facts, profileId } = await asDesk(formatServices.chooseProfile)('workshop-sheets', chosen);
  expect(profileId).toBe(chosen);
  expect(facts).toMatchObject({
    locale: { decimalMark: '.' },
    profile: { values: { 'projection-angle': 'third angle' } },
  });
  await expect(asDesk(formatServices.chooseProfile)('workshop-sheets', 'none')).rejects.toThrow('is not there');
  await expect(asDesk(formatServices.chooseProfile)('none', chosen)).rejects.toMatchObject({ status: 404 });
});
