import * as service from '@/server/services/places';
import { format } from '@/server/services/formats';
import { asDesk, withOffice } from './office';

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
