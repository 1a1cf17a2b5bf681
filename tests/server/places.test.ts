import { database } from '@/server/database';
import * as drawings from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import { format } from '@/server/services/formats';
import { foreseeValue } from '@/server/services/office-foresight';
import * as service from '@/server/services/places';
import { asDesk, signOnPaper, withOffice } from './office';

const { places, placeChanges } = service;
const addPlace = asDesk(service.addPlace);
const changePlace = asDesk(service.changePlace);
const changePlaceValue = asDesk(service.changePlaceValue);
const removePlace = asDesk(service.removePlace);

withOffice();

const site = async () => (await places()).find(({ isDefault }) => isDefault)!;

test('the owner’s address is changed, every sheet prints it, and who did it is told', async () => {
  const { id, values } = await site();
  const change = { property: 'address', before: values.address!, value: '9 Mole Street, Kelvarra' };
  expect((await changePlaceValue(id, change)).values.address).toBe('9 Mole Street, Kelvarra');
  expect((await format('workshop-sheets')).facts.organisation?.values.address).toBe('9 Mole Street, Kelvarra');
  expect(await placeChanges(id)).toMatchObject([{ words: 'Address: “9 Mole Street, Kelvarra”' }]);
});

test('of two who change one value the second is told what the first has put there; others are not in the way', async () => {
  const { id, values } = await site();
  const address = values.address!;
  await changePlaceValue(id, { property: 'department', before: values.department!, value: 'Buoys' });
  await changePlaceValue(id, { property: 'address', before: address, value: 'One' });
  await expect(changePlaceValue(id, { property: 'address', before: address, value: 'Two' })).rejects.toMatchObject({
    status: 409,
    detail: { current: { values: { address: 'One', department: 'Buoys' } } },
  });
  expect((await changePlaceValue(id, { property: 'address', before: 'One', value: null })).values).not.toHaveProperty(
    'address',
  );
});

test('what is no value of the property, and what is of another kind, is refused in words', async () => {
  const { id } = await site();
  await expect(changePlaceValue(id, { property: 'material', before: null, value: 'S355' })).rejects.toThrow(
    'gives that to a site',
  );
  await expect(changePlaceValue('gone', { property: 'address', before: null, value: 'x' })).rejects.toMatchObject({
    status: 404,
  });
});

test('sites and projects are added with the values of another, renamed, made the printed one, and taken out', async () => {
  const first = await site();
  const yard = await addPlace({ source: 'organisation', name: 'Yard', copyOf: first.id });
  expect(yard).toMatchObject({ values: first.values, isDefault: false });
  await expect(addPlace({ source: 'organisation', name: 'yard' })).rejects.toThrow(
    'There is a site named “yard” already.',
  );
  await changePlace(yard.id, { name: 'Harbour yard', isDefault: true });
  expect((await format('workshop-sheets')).facts.organisation?.name).toBe('Harbour yard');
  expect((await places()).filter(({ isDefault }) => isDefault)).toHaveLength(1);
  await expect(removePlace(yard.id)).rejects.toThrow('Make another one that first');
  await changePlace(first.id, { isDefault: true });
  await removePlace(yard.id);
  const project = (await places()).find(({ source }) => source === 'project')!;
  await expect(removePlace(project.id)).rejects.toThrow(/stays: \d+ formats? .*print it/);
  await expect(changePlace(project.id, { isDefault: true })).rejects.toMatchObject({ status: 422 });
});

test('ten who add one site at once add one', async () => {
  const made = await Promise.allSettled(
    Array.from({ length: 10 }, () => addPlace({ source: 'project', name: 'Southern array' })),
  );
  expect((await places()).filter(({ name }) => name === 'Southern array')).toHaveLength(1);
  expect(made.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
});

describe('before a value is kept', () => {
  const LONG = 'The long-named harbour of Kelvarra and all its slipways, house 4, gate 17, behind the rope works';
  const winch = {
    formatId: 'workshop-sheets',
    specimen: 'recovery-winch',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
    scale: '1:10',
  };
  const makeDrawing = asDesk(drawings.makeDrawing);
  const changeDrawing = asDesk(drawings.changeDrawing);
  const addressOn = async (id: string) => (await drawing(id)).formats[0]!.facts.organisation?.values.address;

  test('it is told which drawings in work print it, what no longer fits, and whose signatures are removed', async () => {
    const { id, values } = await site();
    const [first, second] = [await makeDrawing(winch), await makeDrawing({ ...winch, specimen: 'pawl', scale: '1:1' })];
    await signOnPaper(second.id, { 'checked-by': 'Marlo Aketch' });
    const foreseen = await foreseeValue(id, { property: 'address', value: LONG });
    expect(foreseen).toMatchObject({ drawings: 2, signed: 1, lookedAt: 2, worse: 2 });
    expect(foreseen.named.map(({ number, sheet }) => [number, sheet])).toEqual([
      ['KD-00002', 1],
      ['KD-00001', 1],
    ]);
    expect(foreseen.named[0]!.says).toContain('too long');
    expect(await foreseeValue(id, { property: 'address', value: '1 Quay' })).toMatchObject({ drawings: 2, worse: 0 });
    // What none of them prints is nobody's concern, and nothing was kept.
    expect(await foreseeValue(id, { property: 'department-none', value: 'x' })).toMatchObject({ drawings: 0 });
    expect((await site()).values).toEqual(values);
    await expect(foreseeValue('gone', { property: 'address', value: 'x' })).rejects.toMatchObject({ status: 404 });
    expect(first.id).not.toBe(second.id);
  });

  test('for new drawings only: those in work keep the former one, say so, and take over what is so now at a click', async () => {
    const { id, values } = await site();
    const old = await makeDrawing(winch);
    await signOnPaper(old.id, { 'checked-by': 'Marlo Aketch' });
    const before = values.address!;
    await changePlaceValue(id, { property: 'address', before, value: '1 Quay', newDrawingsOnly: true });
    expect((await placeChanges(id))[0]!.words).toBe(
      'Address: “1 Quay”, for new drawings only: 1 drawing in work keeps the former one',
    );
    const fresh = await makeDrawing(winch);
    expect([await addressOn(old.id), await addressOn(fresh.id)]).toEqual([before, '1 Quay']);
    const kept = (await drawing(old.id)).drawing;
    expect(kept).toMatchObject({
      keptOffice: { organisation: { address: before } },
      signatures: [{ of: 'checked-by' }],
    });
    // Another change is no concern of it, unless it follows the office again: that changes what is signed.
    expect(await foreseeValue(id, { property: 'address', value: LONG })).toMatchObject({ drawings: 1 });
    const follow = { version: kept.version, keptOffice: {} };
    await expect(changeDrawing(old.id, follow)).rejects.toMatchObject({
      detail: { signatures: [{ of: 'checked-by' }] },
    });
    await changeDrawing(old.id, { ...follow, unsigned: true });
    expect(await addressOn(old.id)).toBe('1 Quay');
  });

  test('a drawing with another project keeps nothing of the one before', async () => {
    const project = (await places()).find(({ source }) => source === 'project')!;
    const other = await addPlace({ source: 'project', name: 'Float' });
    const { id } = await makeDrawing({ ...winch, projectId: project.id });
    const [property] = Object.keys(project.values);
    await database.run('UPDATE drawings SET kept_office = ? WHERE id = ?', [
      JSON.stringify({ project: { [property!]: 'As it was' } }),
      id,
    ]);
    const { drawing: now, formats } = await drawing(id);
    expect(formats[0]!.facts.project?.values[property!]).toBe('As it was');
    const { version } = now;
    expect((await changeDrawing(id, { version, projectId: other.id })).keptOffice).toEqual({});
  });
});

test('a drawing that is opened has its own project with it, however many there are; all are listed to be chosen', async () => {
  const { id } = await asDesk(drawings.makeDrawing)({
    formatId: 'workshop-sheets',
    specimen: 'pawl',
    sizeId: 'iso-a3-landscape',
  });
  const before = await drawing(id);
  const names = Array.from({ length: 300 }, (_, i) => `Buoy ${String(i).padStart(3, '0')}`);
  for (const name of names) await addPlace({ source: 'project', name });
  const opened = await drawing(id);
  expect(opened.project).toEqual(before.project);
  expect(JSON.stringify(opened)).toHaveLength(JSON.stringify(before).length);
  expect((await service.projects()).map(({ name }) => name)).toEqual(expect.arrayContaining(names));
});
