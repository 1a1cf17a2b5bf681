import * as service from '@/server/services/people';
import { office } from '@/server/services/office';
import { asDesk, withOffice } from './office';

const { people } = service;
const keepPerson = asDesk(service.keepPerson);
withOffice();

const fresh = {
  name: 'Tomas Ferrier',
  initials: 'TF',
  email: '',
  mayCreate: true,
  mayCheck: false,
  mayApprove: false,
  left: false,
};

test('somebody is added, changed, and offered no more when they have left', async () => {
  const { person } = await keepPerson(fresh, undefined);
  expect((await office()).seen['created-by']).toContain('Tomas Ferrier');
  const left = await keepPerson({ ...person, left: true }, 1);
  expect(left).toMatchObject({ person: { left: true }, version: 2 });
  expect((await office()).seen['created-by']).not.toContain('Tomas Ferrier');
  expect((await people()).at(-1)!.person.name).toBe('Tomas Ferrier');
});

test('a name that somebody has, an older version and what is no person are refused', async () => {
  await expect(keepPerson({ ...fresh, name: 'ines sundqvist' }, undefined)).rejects.toThrow(
    'There is somebody named “ines sundqvist” already.',
  );
  const [first] = await people();
  await keepPerson({ ...first!.person, email: 'desk@kelvarra.example' }, 1);
  await expect(keepPerson({ ...first!.person, email: 'x@kelvarra.example' }, 1)).rejects.toMatchObject({
    status: 409,
    detail: { current: { person: { email: 'desk@kelvarra.example' } } },
  });
  await expect(keepPerson({ ...fresh, name: '' }, undefined)).rejects.toThrow('a person needs a name');
  await expect(keepPerson(null, undefined)).rejects.toMatchObject({ status: 422 });
});
